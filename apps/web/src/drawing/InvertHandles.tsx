import type { End, Evaluation, LineResult } from '@alveus/core';
import { print, resolution, waysToMove } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import { useRef } from 'react';
import type { GestureResponderEvent } from 'react-native';
import { StyleSheet, View } from 'react-native';
import { draftSet, sheetOpened, useAppDispatch, useAppSelector } from '../store';
import { useActions } from '../sync/SyncProvider';
import { TARGET } from '../theme/theme';
import { useTones } from '../theme/ThemeProvider';
import type { Scale } from './scale';

interface HandlesProps {
  line: LineResult;
  evaluation: Evaluation;
  x: Scale;
  y: Scale;
}

interface Handle {
  readonly run: Uuid;
  readonly name: string;
  readonly end: End;
  readonly at: number;
  readonly elevation: number;
  readonly fixed: boolean;
  /** Where two handles share a node they stand a little apart. */
  readonly shift: number;
}

/** The inverts as things to take hold of: drag one, or focus it and press the up and down arrows. */
export function InvertHandles({ line, evaluation, x, y }: HandlesProps) {
  return (
    <>
      {handlesOf(line, evaluation).map((handle) => (
        <InvertHandle key={`${handle.run}${handle.end}`} handle={handle} evaluation={evaluation} x={x} y={y} />
      ))}
    </>
  );
}

/** One handle a node: the invert going out of it; and the one coming in where there is a drop. */
function handlesOf(line: LineResult, evaluation: Evaluation): Handle[] {
  return line.order.runs.flatMap((item, index): Handle[] => {
    const run = evaluation.runs.get(item.id);
    if (!run) return [];
    const start = line.order.starts[index] as number;
    const { low, high } = run.grade;
    const facts = evaluation.plan.runGrade[item.id];
    const below = index > 0 ? evaluation.runs.get(line.order.runs[index - 1]?.id ?? '')?.grade.high : undefined;
    const dropped = index > 0 && low !== undefined && below !== undefined && Math.abs(low - below) > 1e-6;
    const handles: Handle[] = [];
    if (low !== undefined && (index === 0 || dropped)) {
      handles.push({ run: item.id, name: item.name, end: 'low', at: start, elevation: low, fixed: facts?.low !== undefined, shift: index === 0 ? 0 : 15 });
    }
    const above = line.order.runs[index + 1];
    const lowAbove = above && evaluation.runs.get(above.id)?.grade.low;
    const apart = lowAbove !== undefined && high !== undefined && Math.abs(lowAbove - high) > 1e-6;
    if (high !== undefined) {
      handles.push({ run: item.id, name: item.name, end: 'high', at: start + run.length, elevation: high, fixed: facts?.high !== undefined, shift: apart ? -15 : 0 });
    }
    return handles;
  });
}

function InvertHandle({ handle, evaluation, x, y }: { handle: Handle } & Omit<HandlesProps, 'line'>) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const { system, fraction } = useAppSelector((state) => state.settings);
  /** The plan as it was when the drag began: what could give way is judged against that. */
  const drag = useRef<{ from: Evaluation; pageY: number; y: Scale; to: number } | null>(null);
  const step = resolution('elevation', system, fraction);
  const snap = (elevation: number): number => Math.round(elevation / step) * step;
  const ways = (from: Evaluation, to: number) => waysToMove(from.plan, from.grade, handle.run, handle.end, to);

  const begin = (event: GestureResponderEvent): void => {
    drag.current = { from: evaluation, pageY: event.nativeEvent.pageY, y, to: handle.elevation };
  };
  const follow = (event: GestureResponderEvent): void => {
    const held = drag.current;
    if (!held) return;
    const base = held.y.to(held.from.runs.get(handle.run)?.grade[handle.end] ?? handle.elevation);
    held.to = snap(held.y.from(base + event.nativeEvent.pageY - held.pageY));
    const [first] = ways(held.from, held.to);
    if (first) dispatch(draftSet(first.edits));
  };
  const end = (): void => {
    const held = drag.current;
    drag.current = null;
    if (!held) return;
    const possible = ways(held.from, held.to);
    const was = held.from.runs.get(handle.run)?.grade[handle.end];
    if (possible.length === 0 || was === undefined || Math.abs(held.to - was) < step / 2) {
      dispatch(draftSet([]));
    } else if (possible.length === 1 && possible[0]) edit(possible[0].edits);
    else dispatch(sheetOpened({ sheet: 'gives', run: handle.run, end: handle.end, to: held.to }));
  };
  const nudge = (event: { key: string; shiftKey: boolean; preventDefault(): void }): void => {
    const steps = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
    if (steps === 0) return;
    event.preventDefault();
    const [first] = ways(evaluation, snap(handle.elevation) + steps * step * (event.shiftKey ? 10 : 1));
    if (first) edit(first.edits);
  };

  const color = handle.fixed ? tones.water : tones.card;
  return (
    <View
      role="slider"
      aria-label={`${handle.end === 'low' ? 'Low' : 'High'} invert of ${handle.name}`}
      aria-valuenow={handle.elevation}
      aria-valuetext={`${print(handle.elevation, 'elevation', system, { fraction })}${handle.fixed ? ', fixed' : ''}`}
      tabIndex={0}
      {...({ onKeyDown: nudge } as object)}
      onStartShouldSetResponder={() => true}
      onResponderTerminationRequest={() => false}
      onResponderGrant={begin}
      onResponderMove={follow}
      onResponderRelease={end}
      onResponderTerminate={() => {
        drag.current = null;
        dispatch(draftSet([]));
      }}
      style={[styles.target, { left: x.to(handle.at) + handle.shift - TARGET / 2, top: y.to(handle.elevation) - TARGET / 2 }]}
    >
      <View style={[styles.knob, { backgroundColor: color, borderColor: tones.water }]} />
    </View>
  );
}

const styles = StyleSheet.create({
  target: { position: 'absolute', width: TARGET, height: TARGET, alignItems: 'center', justifyContent: 'center', cursor: 'ns-resize', touchAction: 'none', userSelect: 'none' } as object,
  knob: { width: 18, height: 18, borderRadius: 9, borderWidth: 4 },
});
