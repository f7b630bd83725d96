import type { ReactNode } from 'react';
import { Modal, Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { useTones } from '../theme/ThemeProvider';
import { IconTap } from './Tap';
import { useWide } from './useWide';
import { Words } from './Words';

interface SheetProps {
  title: string;
  onClose: () => void;
  children: ReactNode;
  /** Buttons that stay in reach of the thumb. */
  foot?: ReactNode;
}

/** Rises from the bottom on a phone and stands at the right on a wide screen, over what it is about. */
export function Sheet({ title, onClose, children, foot }: SheetProps) {
  const tones = useTones();
  const wide = useWide();
  return (
    <Modal transparent visible animationType="fade" onRequestClose={onClose}>
      <View style={[styles.backdrop, wide && styles.backdropWide]}>
        <Pressable aria-hidden focusable={false} tabIndex={-1} onPress={onClose} style={StyleSheet.absoluteFill} />
        <View
          role="dialog"
          aria-label={title}
          style={[styles.sheet, wide ? styles.sheetWide : styles.sheetPhone, { backgroundColor: tones.card, borderColor: tones.line }]}
        >
          <View style={[styles.head, { borderColor: tones.line }]}>
            <Words size="title" strong heading={2} style={styles.title} lines={2}>
              {title}
            </Words>
            <IconTap name="close" label="Close" onPress={onClose} />
          </View>
          <ScrollView style={styles.scroll} contentContainerStyle={styles.body} keyboardShouldPersistTaps="handled">
            {children}
          </ScrollView>
          {foot ? <View style={[styles.foot, { borderColor: tones.line }]}>{foot}</View> : null}
        </View>
      </View>
    </Modal>
  );
}

const styles = StyleSheet.create({
  backdrop: { flex: 1, justifyContent: 'flex-end', backgroundColor: 'rgba(10, 14, 16, 0.5)' },
  backdropWide: { justifyContent: 'center', alignItems: 'flex-end' },
  sheet: { borderWidth: 1, maxHeight: '88%' },
  sheetPhone: { borderTopLeftRadius: 14, borderTopRightRadius: 14 },
  sheetWide: { width: 440, height: '100%', maxHeight: '100%' },
  head: { flexDirection: 'row', alignItems: 'center', paddingLeft: 16, paddingRight: 4, paddingVertical: 4, borderBottomWidth: 1 },
  title: { flex: 1 },
  scroll: { flexShrink: 1 },
  body: { padding: 16, gap: 14 },
  foot: { flexDirection: 'row', gap: 10, padding: 12, borderTopWidth: 1, justifyContent: 'flex-end', flexWrap: 'wrap' },
});
