import { useCallback, useEffect, useRef, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { useTones } from '../theme/ThemeProvider';
import { Icon } from './Icon';
import type { Tab } from './TabButton';
import { TabButton } from './TabButton';
import { useArrows } from './useArrows';
import { RAIL } from './useWide';

interface TabsProps<T extends string> {
  label: string;
  tabs: readonly Tab<T>[];
  value: T | undefined;
  onChange: (value: T) => void;
  /** Down the left side, with their states in words; or along the top. */
  upright: boolean;
}

/** Ways to look at one thing, side by side; Paper has none but a bar at the bottom, which has no roles of its own. */
export function Tabs<T extends string>({ label, tabs, value, onChange, upright }: TabsProps<T>) {
  const tones = useTones();
  const chosenAt = tabs.findIndex((tab) => tab.value === value);
  const arrows = useArrows(tabs.length, chosenAt, (index) => onChange((tabs[index] as Tab<T>).value));
  const list = useRef<View>(null);
  /** Of the strip, px: how wide it is, how much of it shows, and how much lies before that. */
  const [more, setMore] = useState({ whole: 0, shown: 0, before: 0 });
  // On a phone the strip is wider than the screen: the chosen one is brought into sight.
  const show = useCallback(() => {
    const chosen = (list.current as unknown as HTMLElement | null)?.children[chosenAt];
    chosen?.scrollIntoView?.({ block: 'nearest', inline: 'center' });
  }, [chosenAt]);
  useEffect(() => {
    // Once all is written: asking where something lies has the browser lay out the page there and then.
    const frame = requestAnimationFrame(show);
    return () => cancelAnimationFrame(frame);
  }, [show]);
  const all = tabs.map((tab, index) => (
    <TabButton
      key={tab.value}
      tab={tab}
      chosen={tab.value === value}
      upright={upright}
      onPress={() => onChange(tab.value)}
      {...arrows(index)}
    />
  ));
  const look = { backgroundColor: tones.card, borderColor: tones.line };
  if (upright) {
    return (
      <View role="tablist" aria-label={label} aria-orientation="vertical" style={[styles.rail, look]}>
        {all}
      </View>
    );
  }
  return (
    <View style={styles.strip}>
      <ScrollView
        horizontal
        style={[styles.scroll, look]}
        contentContainerStyle={styles.tabs}
        showsHorizontalScrollIndicator={false}
        // Our own letters are wider than those that stand until they are there.
        onContentSizeChange={(width) => {
          show();
          setMore((seen) => ({ ...seen, whole: width }));
        }}
        onLayout={({ nativeEvent: { layout } }) => setMore((seen) => ({ ...seen, shown: layout.width }))}
        onScroll={({ nativeEvent: { contentOffset } }) => setMore((seen) => ({ ...seen, before: contentOffset.x }))}
        scrollEventThrottle={100}
      >
        <View ref={list} role="tablist" aria-label={label} style={styles.tabs}>
          {all}
        </View>
      </ScrollView>
      {more.before > EDGE ? <MoreHere side="left" /> : null}
      {more.whole - more.shown - more.before > EDGE ? <MoreHere side="right" /> : null}
    </View>
  );
}

/** Less than this is no stage out of sight, px. */
const EDGE = 8;

/** Stands over the end of the strip where more of it lies beyond. */
function MoreHere({ side }: { side: 'left' | 'right' }) {
  const tones = useTones();
  return (
    <View
      aria-hidden
      pointerEvents="none"
      style={[styles.more, side === 'left' ? styles.left : styles.right, { backgroundColor: tones.card }]}
    >
      <Icon name={side === 'left' ? 'back' : 'next'} size={18} color={tones.ink} />
    </View>
  );
}

const styles = StyleSheet.create({
  strip: { flexGrow: 0, flexShrink: 0 },
  scroll: { borderBottomWidth: 1 },
  more: {
    position: 'absolute',
    top: 4,
    bottom: 8,
    width: 22,
    borderRadius: 4,
    alignItems: 'center',
    justifyContent: 'center',
    opacity: 0.9,
  },
  left: { left: 0 },
  right: { right: 0 },
  tabs: { flexDirection: 'row', flexGrow: 1 },
  rail: { width: RAIL, flexGrow: 1, borderRightWidth: 1, paddingTop: 12 },
});
