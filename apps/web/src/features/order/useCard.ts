import { StyleSheet } from 'react-native';
import { useWide } from '../../ui/measured';

/** Cards stand beside each other where there is room. */
export const useCard = () => (useWide() ? styles.wide : styles.narrow);

const styles = StyleSheet.create({
  narrow: { width: '100%' },
  wide: { flexGrow: 1, flexBasis: 420, maxWidth: '100%' },
});
