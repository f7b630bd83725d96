import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { useTones } from '../theme/ThemeProvider';
import type { IconName } from './Icon';
import { Icon } from './Icon';
import { Tap } from './Tap';
import { Unseen } from './Unseen';
import type { Reached } from './useArrows';
import { useSteady } from './useSteady';
import type { Tone } from './Words';
import { Words } from './Words';

export interface Tab<T extends string> {
  readonly value: T;
  readonly label: string;
  readonly icon: IconName;
  /** How it stands there, in a word, with its mark. */
  readonly state: string;
  readonly mark: { readonly icon: IconName | null; readonly tone: Tone };
}

interface TabButtonProps extends Reached {
  tab: Tab<string>;
  chosen: boolean;
  upright: boolean;
  onPress: () => void;
}

/** One of the tabs. Going from one to another draws those two, and not all. */
export function TabButton({ tab, target, onKey, onPress, ...rest }: TabButtonProps) {
  const { icon: mark, tone } = tab.mark;
  const { label, icon, state } = tab;
  const steady = { target: useSteady(target), onKey: useSteady(onKey), onPress: useSteady(onPress) };
  return <TabDrawn {...rest} {...steady} label={label} icon={icon} state={state} mark={mark} tone={tone} />;
}

interface TabDrawnProps extends Omit<TabButtonProps, 'tab'>, Omit<Tab<string>, 'value' | 'mark'> {
  mark: IconName | null;
  tone: Tone;
}

const TabDrawn = memo(function TabDrawn({
  label,
  icon,
  state,
  mark,
  tone,
  chosen,
  upright,
  ...reached
}: TabDrawnProps) {
  const tones = useTones();
  return (
    <Tap
      role="tab"
      selected={chosen}
      {...reached}
      style={[
        upright ? styles.tabUpright : styles.tab,
        {
          borderColor: chosen ? tones.water : 'transparent',
          backgroundColor: chosen ? tones.waterSoft : 'transparent',
        },
      ]}
    >
      <View style={styles.marks}>
        <Icon name={icon} color={chosen ? tones.water : tones.muted} />
        {upright || !mark ? null : <Icon name={mark} size={16} color={tones[tone]} />}
      </View>
      <View>
        <Words strong={chosen} size={upright ? 'large' : 'small'}>
          {label}
        </Words>
        {upright ? (
          <Words size="small" tone={tone}>
            {state}
          </Words>
        ) : (
          <Unseen>{`, ${state}`}</Unseen>
        )}
      </View>
    </Tap>
  );
});

const styles = StyleSheet.create({
  marks: { flexDirection: 'row', gap: 2 },
  tab: {
    alignItems: 'center',
    justifyContent: 'center',
    gap: 2,
    minWidth: 60,
    minHeight: 58,
    paddingHorizontal: 6,
    paddingVertical: 4,
    borderBottomWidth: 4,
    borderRadius: 0,
    flexGrow: 1,
  },
  tabUpright: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'flex-start',
    gap: 10,
    paddingHorizontal: 12,
    minHeight: 64,
    borderLeftWidth: 5,
    borderRadius: 0,
  },
});
