import type { Evaluation } from '@alveus/core';
import { serviceOf } from '@alveus/plan';
import type { Uuid } from '@alveus/plan';
import { useDrag } from '@use-gesture/react';
import { memo, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { lineChosen, useAppDispatch, useAppSelector } from '../../store';
import { selectFindings, selectLine, selectRested } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { browserStyle, Icon, IconButton, PickerSheet, Tap, Words } from '../../ui/measured';

const LIST = 'lines-of-the-job';

/** How far a finger goes for the next line, px. */
const SWIPE = 60;

/** Which line is worked on, where there are several: tap it for all of them, swipe or step to its neighbours. */
export const LineBar = memo(function LineBar() {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const bar = useRef<View>(null);
  const [open, setOpen] = useState(false);
  const evaluation = useAppSelector(selectRested);
  const chosen = useAppSelector((state) => selectLine(state)?.id);
  const ids = [...evaluation.lines.keys()];
  const at = chosen === undefined ? -1 : ids.indexOf(chosen);
  const step = (by: number): void => {
    const next = ids[at + by];
    if (next !== undefined) dispatch(lineChosen(next));
  };
  useDrag(
    ({ last, movement: [x, y] }) => {
      if (last && Math.abs(x) > SWIPE && Math.abs(x) > 2 * Math.abs(y)) step(x < 0 ? 1 : -1);
    },
    { target: bar as never, axis: 'x', filterTaps: true, pointer: { keys: false } },
  );
  const line = evaluation.plan.line[chosen ?? ''];
  if (ids.length < 2 || !line) return null;
  const service = serviceOf(line.service);
  return (
    <View ref={bar} style={[styles.bar, { borderColor: tones.line }]} role="group" aria-label="Line">
      <IconButton name="back" label="Line before" onPress={() => step(-1)} disabled={at <= 0} />
      <Tap
        role="combobox"
        popup="listbox"
        expanded={open}
        controls={open ? LIST : undefined}
        label={`Line: ${line.name}, ${service.word}`}
        onPress={() => setOpen(true)}
        style={styles.line}
      >
        <View style={[styles.letters, { borderColor: tones.water }]}>
          <Words strong tone="water">
            {service.letters}
          </Words>
        </View>
        <View style={styles.words}>
          <Words strong lines={2}>
            {line.name}
          </Words>
          <Words size="small" tone="muted" lines={1}>
            {`${service.word} · ${at + 1} of ${ids.length}`}
          </Words>
        </View>
        <Trouble line={line.id} />
        <Icon name="down" color={tones.muted} />
      </Tap>
      <IconButton name="next" label="Line after" onPress={() => step(1)} disabled={at >= ids.length - 1} />
      {open ? <Lines evaluation={evaluation} chosen={chosen} onClose={() => setOpen(false)} /> : null}
    </View>
  );
});

/** The gravest that stands against a line, as a mark. */
function Trouble({ line }: { line: Uuid }) {
  const tones = useTones();
  const worst = useAppSelector((state) => selectFindings(state).find((finding) => finding.line === line)?.severity);
  return worst && worst !== 'watch' ? <Icon name={worst} color={tones[worst]} size={20} /> : null;
}

function Lines({
  evaluation,
  chosen,
  onClose,
}: {
  evaluation: Evaluation;
  chosen: Uuid | undefined;
  onClose: () => void;
}) {
  const dispatch = useAppDispatch();
  const findings = useAppSelector(selectFindings);
  const trouble = (line: Uuid): string => {
    const stops = findings.filter((finding) => finding.line === line && finding.severity === 'stop').length;
    const fixes = findings.filter((finding) => finding.line === line && finding.severity === 'fix').length;
    return [stops > 0 ? `${stops} to stop for` : '', fixes > 0 ? `${fixes} to fix` : ''].filter(Boolean).join(', ');
  };
  return (
    <PickerSheet
      id={LIST}
      label="Lines of the job"
      options={[...evaluation.lines.values()].map(({ id, line }) => ({
        value: id,
        label: `${serviceOf(line.service).letters} · ${line.name}`,
        note: [serviceOf(line.service).word, trouble(id)].filter(Boolean).join(' · '),
      }))}
      value={chosen}
      likely={[]}
      onClose={onClose}
      onChange={(id) => {
        dispatch(lineChosen(id));
        onClose();
      }}
    />
  );
}

const styles = StyleSheet.create({
  bar: browserStyle({ flexDirection: 'row', alignItems: 'center', borderBottomWidth: 1, touchAction: 'pan-y' }),
  line: {
    flex: 1,
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'flex-start',
    gap: 10,
    paddingHorizontal: 6,
    paddingVertical: 4,
    minHeight: 56,
  },
  letters: { borderWidth: 2, borderRadius: 6, minWidth: 40, paddingHorizontal: 4, alignItems: 'center' },
  words: { flex: 1 },
});
