import type { ReactNode } from 'react';
import { ScrollView, StyleSheet, useWindowDimensions, View } from 'react-native';
import type { Stage } from '../../store/results';
import { settingsChanged, useAppDispatch, useAppSelector } from '../../store';
import type { LongRow } from '../../ui/rowLayout';
import { LongList } from '../../ui/LongList';
import { useTones } from '../../theme/ThemeProvider';
import { BAR, besideWidth, PadArea, RAIL, SIDE, useArrangement, useDrawingHeight, useLow } from '../../ui';
import { Divider, DIVIDER } from '../../ui/Divider';

export interface Drawing {
  /** Over the numbers, where there is little room: px; zero: it is not there. */
  readonly above: number;
  /** What the stage is about: where only one is in sight, it is this. */
  readonly main?: true;
  /** @param height px */
  readonly draw: (height: number) => ReactNode;
}

interface StageLayoutProps {
  stage: Stage;
  /** One, or two of which the first has a share of the height where all stands side by side. */
  drawings: readonly [Drawing] | readonly [Drawing, Drawing];
  /** Of the first of two drawings, unless people have moved the divider. */
  share?: number;
  /** What stands over the rows. */
  numbers: ReactNode;
  /** Rows that grow with the job: only those in sight are made. */
  rows?: readonly LongRow[];
  /** What stands under them. */
  after?: ReactNode;
}

/** Phone: the drawing above, the numbers under the thumb. Wide or low: the drawing in the middle, the numbers at the right. */
export function StageLayout({ stage, drawings, share = 0.54, numbers, rows, after }: StageLayoutProps) {
  const tones = useTones();
  const arrangement = useArrangement();
  const low = useLow();
  const { width } = useWindowDimensions();
  const column = (drawing: ReactNode) => (
    <LongList
      before={
        <>
          {drawing}
          {numbers}
        </>
      }
      rows={rows ?? []}
      after={after}
    />
  );
  if (arrangement === 'wide') {
    return (
      <Wide stage={stage} drawings={drawings} share={share}>
        {column(null)}
      </Wide>
    );
  }
  const shown: readonly Drawing[] = [...drawings].filter(({ above }) => above > 0);
  const beside = arrangement === 'beside' && shown.length > 0;
  // Beside the numbers one is in sight at a time.
  const order = beside ? [...shown].sort((a, b) => Number(b.main ?? false) - Number(a.main ?? false)) : shown;
  const drawing = order.map((drawing, index) => <Above key={index} {...drawing} />);
  if (beside) {
    return (
      <View style={styles.wide}>
        <ScrollView style={styles.middle}>{drawing}</ScrollView>
        <PadArea
          style={[styles.side, { width: besideWidth(width), borderColor: tones.line, backgroundColor: tones.card }]}
        >
          {column(null)}
        </PadArea>
      </View>
    );
  }
  return (
    <PadArea style={styles.phone}>
      {low ? null : drawing}
      <View style={[styles.scroll, { backgroundColor: tones.card }]}>{column(low ? drawing : null)}</View>
    </PadArea>
  );
}

function Above({ above, draw }: Drawing) {
  const height = useDrawingHeight(above);
  return draw(height);
}

/** Room that a drawing and the numbers need at least, px. */
const LEAST_WIDTH = 300;
const LEAST_HEIGHT = 150;

interface WideProps extends Required<Pick<StageLayoutProps, 'stage' | 'drawings' | 'share'>> {
  children: ReactNode;
}

/** All side by side; the dividers between stay where they were put, on this device. */
function Wide({ stage, drawings: [first, second], share, children }: WideProps) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const window = useWindowDimensions();
  const splits = useAppSelector((state) => state.settings.splits);
  const put = (name: keyof typeof splits, to: number | undefined): void => {
    const { [name]: _before, ...others } = splits;
    dispatch(settingsChanged({ splits: to === undefined ? others : { ...others, [name]: to } }));
  };
  const across = window.width - RAIL;
  const down = window.height - BAR;
  const drawingShare = within(splits.numbers ?? 1 - SIDE / across, LEAST_WIDTH / across);
  const firstShare = within(splits[stage] ?? share, LEAST_HEIGHT / down);
  const top = Math.round((down - DIVIDER) * firstShare);
  return (
    <View style={styles.wide}>
      <ScrollView style={styles.middle}>
        {second ? (
          <>
            {first.draw(top)}
            <Divider
              label="Height of the upper drawing"
              upright={false}
              value={firstShare}
              least={LEAST_HEIGHT / down}
              most={1 - LEAST_HEIGHT / down}
              whole={down}
              onChange={(to) => put(stage, to)}
              onReset={() => put(stage, undefined)}
            />
            {second.draw(down - DIVIDER - top)}
          </>
        ) : (
          first.draw(down)
        )}
      </ScrollView>
      <Divider
        label="Width of the drawings"
        upright
        value={drawingShare}
        least={LEAST_WIDTH / across}
        most={1 - LEAST_WIDTH / across}
        whole={across}
        onChange={(to) => put('numbers', to)}
        onReset={() => put('numbers', undefined)}
      />
      <PadArea
        style={[styles.side, { width: Math.round(across * (1 - drawingShare)) - DIVIDER, backgroundColor: tones.card }]}
      >
        {children}
      </PadArea>
    </View>
  );
}

/** A share that leaves at least so much on either side. */
const within = (share: number, least: number): number => Math.min(1 - least, Math.max(least, share));

const styles = StyleSheet.create({
  wide: { flex: 1, flexDirection: 'row' },
  middle: { flex: 1, minWidth: 0 },
  side: { flexGrow: 0 },
  phone: { flex: 1 },
  scroll: { flex: 1, minHeight: 0 },
});
