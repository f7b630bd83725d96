import type { StyleProp, ViewStyle } from 'react-native';
import { Searchbar } from 'react-native-paper';

interface SearchProps {
  label: string;
  placeholder?: string;
  value: string;
  onChange: (sought: string) => void;
  onSubmit?: () => void;
  style?: StyleProp<ViewStyle>;
}

/** A field to search in. */
export function Search({ label, placeholder = 'Search', value, onChange, onSubmit, style }: SearchProps) {
  return (
    <Searchbar
      value={value}
      onChangeText={onChange}
      placeholder={placeholder}
      aria-label={label}
      // Paper calls it a landmark, which a field cannot be.
      {...({ role: 'searchbox' } as object)}
      style={style}
      onSubmitEditing={() => onSubmit?.()}
    />
  );
}
