import type { ReactNode } from 'react';
import { Modal, Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Surface } from 'react-native-paper';
import { useTones } from '../theme/ThemeProvider';
import { useBackCloses } from './back';
import { IconButton } from './Button';
import { PadArea } from './PadArea';
import { useCovered } from './useCovered';
import { useEnterGoesOn } from './useEnterGoesOn';
import { useArrangement } from './useWide';
import { Words } from './Words';

interface SheetProps {
  title: string;
  /** Left out where it goes only by a choice in it. */
  onClose?: () => void;
  children: ReactNode;
  /** Buttons that stay in reach of the thumb. */
  foot?: ReactNode;
  /** What Enter does after the last field; left out while it cannot be done. */
  onEnter?: (() => void) | undefined;
  /** For what scrolls by itself, such as a long list. */
  filled?: boolean;
  /** For what is read alone: it is scrolled by the keyboard where there is nothing in it to go to. */
  read?: boolean;
  /** For what is looked at with nothing else in sight. */
  whole?: boolean;
}

/**
 * Rises from the bottom on a phone and stands at the right on a wide screen, over what it is about. React Native's
 * modal keeps the keyboard within, closes on Escape and gives the focus back; Paper's does none of these in a browser.
 */
export function Sheet({
  title,
  onClose,
  children,
  foot,
  onEnter,
  filled = false,
  read = false,
  whole = false,
}: SheetProps) {
  const tones = useTones();
  const wide = useArrangement() !== 'above';
  const covered = useCovered();
  useBackCloses(onClose);
  return (
    <Modal
      transparent
      visible
      animationType="none"
      onRequestClose={() => onClose?.()}
      aria-label={title}
      {...(covered ? { 'aria-hidden': true } : {})}
    >
      <View style={[styles.backdrop, wide && styles.backdropWide]}>
        <Pressable
          aria-hidden
          focusable={false}
          tabIndex={-1}
          onPress={() => onClose?.()}
          style={StyleSheet.absoluteFill}
        />
        <Surface
          elevation={0}
          style={[
            styles.sheet,
            wide ? styles.sheetWide : styles.sheetPhone,
            filled && !wide && styles.sheetFilled,
            whole && styles.sheetWhole,
            { backgroundColor: tones.card, borderColor: tones.line },
          ]}
        >
          <View style={[styles.head, { borderColor: tones.line }]}>
            <Words size="title" strong heading={2} style={styles.title} lines={2}>
              {title}
            </Words>
            {onClose ? <IconButton name="close" label="Close" onPress={onClose} /> : null}
          </View>
          <PadArea style={[styles.area, whole && styles.areaWhole]}>
            {filled ? (
              children
            ) : (
              <ScrollView
                style={[styles.scroll, whole && styles.scrollWhole]}
                keyboardShouldPersistTaps="handled"
                {...(read ? { tabIndex: 0, role: 'region', 'aria-label': title } : {})}
              >
                <Body onEnter={onEnter}>{children}</Body>
              </ScrollView>
            )}
            {foot ? <View style={[styles.foot, { borderColor: tones.line }]}>{foot}</View> : null}
          </PadArea>
        </Surface>
      </View>
    </Modal>
  );
}

function Body({ onEnter, children }: { onEnter: (() => void) | undefined; children: ReactNode }) {
  return (
    <View ref={useEnterGoesOn(onEnter)} style={styles.body}>
      {children}
    </View>
  );
}

const styles = StyleSheet.create({
  backdrop: { flex: 1, justifyContent: 'flex-end', backgroundColor: 'rgba(10, 14, 16, 0.5)' },
  backdropWide: { justifyContent: 'center', alignItems: 'flex-end' },
  sheet: { borderWidth: 1, maxHeight: '88%' },
  sheetPhone: { borderTopLeftRadius: 14, borderTopRightRadius: 14 },
  sheetFilled: { height: '88%' },
  sheetWhole: { width: '100%', height: '100%', maxHeight: '100%', borderTopLeftRadius: 0, borderTopRightRadius: 0 },
  sheetWide: { width: 440, maxWidth: '100%', height: '100%', maxHeight: '100%' },
  head: {
    flexDirection: 'row',
    alignItems: 'center',
    paddingLeft: 16,
    paddingRight: 4,
    paddingVertical: 4,
    borderBottomWidth: 1,
  },
  title: { flex: 1 },
  area: { flexShrink: 1, minHeight: 0 },
  areaWhole: { flex: 1 },
  scroll: { flexShrink: 1 },
  scrollWhole: { flex: 1 },
  body: { padding: 16, gap: 14 },
  foot: {
    flexDirection: 'row',
    gap: 10,
    paddingVertical: 12,
    paddingHorizontal: 10,
    borderTopWidth: 1,
    justifyContent: 'flex-end',
    alignItems: 'flex-end',
    flexWrap: 'wrap',
  },
});
