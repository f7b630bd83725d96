import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { settingsChanged, useAppDispatch, useAppSelector } from '../../store';
import { selectEvaluation, selectRun } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { Button, Choice, Row, List, Sheet, usePrint, Words } from '../../ui/measured';
import { later } from '../../ui/later';
import { NotHere } from '../../ui/NotHere';
import type { OnPaperProps } from '../print/OnPaper';
import { Stick } from './Stick';
import { StickPaper } from './StickPaper';
import type { StickKind } from './stickMarks';
import { marksOf, stickHeight } from './stickMarks';
import { diggingOf } from './useDig';
import { MARK_WORDS } from './words';

/** A bank card, which is as large everywhere: ISO/IEC 7810, ID-1; mm. */
const CARD = { long: 85.6, short: 53.98 };

/** CSS's own, as long as nobody held a card to the screen. */
const GUESS = 96 / 25.4;

/** What prints is fetched once there is something to print. */
const OnPaper = later<OnPaperProps>(() => import('../print/sheets').then((print) => print.OnPaper), null, NotHere);

/** A lath with its marks, at its true size. */
export function StickSheet({ onClose }: { onClose: () => void }) {
  const print = usePrint();
  const evaluation = useAppSelector(selectEvaluation);
  const run = useAppSelector(selectRun);
  const { system, fraction, pixels } = useAppSelector((state) => state.settings);
  const [kind, setKind] = useState<StickKind>('beam');
  const [measuring, setMeasuring] = useState(false);
  if (!run) {
    return (
      <Sheet title="Grade stick" onClose={onClose}>
        <Words>There is no run with a grade yet.</Words>
      </Sheet>
    );
  }
  const marks = marksOf(kind, run, diggingOf(evaluation));
  const height = stickHeight(marks);
  /** As laths are marked. */
  const markWords = (over: number): string =>
    system === 'metric' ? print(over, 'thickness') : `${print(over, 'elevation')} · ${print(over, 'thickness')}`;
  return (
    <Sheet
      title={kind === 'probe' ? 'Probe bar' : `Grade stick for ${run.run.name}`}
      onClose={onClose}
      foot={
        <Button kind="main" onPress={() => window.print()}>
          Print it in strips
        </Button>
      }
    >
      <Choice<StickKind>
        label="Read by"
        options={[
          { value: 'beam', label: 'The laser’s beam' },
          { value: 'foot', label: 'Foot on the bottom' },
          { value: 'probe', label: 'Pushed into stone' },
        ]}
        value={kind}
        onChange={setKind}
      />
      <Words>{HOW[kind]}</Words>
      {marks.length === 0 ? (
        <Words tone="fix">This run has no grade or no section yet: there is nothing to mark.</Words>
      ) : (
        <List label="Marks above the foot, top one first">
          {marks.map(({ mark, height: over }) => (
            <Row key={`${mark} ${over}`} title={mark === 'probe' ? 'Stone' : MARK_WORDS[mark]} note={markWords(over)} />
          ))}
        </List>
      )}
      {measuring || pixels === null ? (
        <Calibrate onDone={() => setMeasuring(false)} />
      ) : (
        <>
          <Words size="small" tone="muted">
            Actual size on this screen, foot at the end: hold the lath against it.
          </Words>
          <View role="img" aria-label="The stick at actual size" style={styles.stick}>
            <Stick marks={marks} strip={{ from: 0, to: height }} scale={pixels} system={system} fraction={fraction} />
          </View>
          <Button onPress={() => setMeasuring(true)}>Hold a card to it again</Button>
        </>
      )}
      <OnPaper>{(Unparted) => <StickPaper kind={kind} Unparted={Unparted} />}</OnPaper>
    </Sheet>
  );
}

const HOW: Readonly<Record<StickKind, string>> = {
  beam: 'Stand its foot on each surface in turn: it is right where the beam meets that mark.',
  foot: 'Stand its foot on the trench bottom: each surface comes up to its mark.',
  probe: 'Push it into the stone down to the bottom: the stone comes up to its mark.',
};

/** How large this screen is, by something that everybody carries. */
function Calibrate({ onDone }: { onDone: () => void }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const kept = useAppSelector((state) => state.settings.pixels);
  const [pixels, setPixels] = useState(kept ?? GUESS);
  const by = (share: number): void => setPixels((now) => Math.min(14, Math.max(2, now * (1 + share))));
  return (
    <View role="group" aria-label="Size of this screen" style={styles.group}>
      <Words>Hold a bank card upright against the screen, and change the frame until it is the same size.</Words>
      <View style={styles.buttons}>
        <Button icon="minus" onPress={() => by(-0.05)}>
          Smaller
        </Button>
        <Button icon="minus" onPress={() => by(-0.004)}>
          Slightly smaller
        </Button>
        <Button icon="plus" onPress={() => by(0.004)}>
          Slightly larger
        </Button>
        <Button icon="plus" onPress={() => by(0.05)}>
          Larger
        </Button>
      </View>
      <View
        role="img"
        aria-label={`A frame for a bank card, ${Math.round(pixels * CARD.short)} by ${Math.round(pixels * CARD.long)} pixels`}
        style={{
          width: pixels * CARD.short,
          height: pixels * CARD.long,
          borderColor: tones.ink,
          borderWidth: 1,
          borderRadius: pixels * 3.18,
          backgroundColor: tones.waterSoft,
        }}
      />
      <Button
        kind="main"
        onPress={() => {
          dispatch(settingsChanged({ pixels }));
          onDone();
        }}
      >
        The card fits
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  group: { gap: 12 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  stick: { alignItems: 'center' },
});
