import type { ComponentType, ReactNode } from 'react';
import { startTransition, useEffect, useLayoutEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Provider, useStore } from 'react-redux';
import type { Store } from '../../store';
import { panelOpened, draftSet, pausableStore } from '../../store';
import type { Stage } from '../../store/results';
import { STAGES } from '../../store/results';
import { Busy, browserStyle } from '../../ui';
import type { Later } from '../../ui/later';
import { later, loaded } from '../../ui/later';
import { NotHere } from '../../ui/NotHere';
import { CompanyRules } from '../company';
import { SketchView } from '../parts/SketchView';
import { DepthClasses, GroundWords, TrenchView } from '../parts/TrenchView';

export type StageName = Stage | 'rules';

const waiting = <Busy>Opening…</Busy>;

/** @param parts what it shows at once */
const stagePart = (
  load: () => Promise<ComponentType>,
  ...parts: readonly Pick<Later<object>, 'load'>[]
): Later<object> => later(async () => (await Promise.all([load(), loaded(...parts)]))[0], waiting, NotHere);

/** Each stage is loaded by itself. */
export const STAGE_PARTS: Readonly<Record<StageName, Later<object>>> = {
  site: stagePart(() => import('../site/SiteStage').then((stage) => stage.SiteStage), SketchView),
  ground: stagePart(() => import('../ground/GroundStage').then((stage) => stage.GroundStage), SketchView),
  grade: stagePart(() => import('../grade/GradeStage').then((stage) => stage.GradeStage)),
  trench: stagePart(
    () => import('../trench/TrenchStage').then((stage) => stage.TrenchStage),
    TrenchView,
    DepthClasses,
    GroundWords,
  ),
  order: stagePart(() => import('../order/OrderStage').then((stage) => stage.OrderStage)),
  dig: stagePart(() => import('../dig/code').then((stage) => stage.DigStage)),
  rules: stagePart(() => import('../rules/RulesStage').then((stage) => stage.RulesStage), CompanyRules),
};

/**
 * The stages of the job that is open. One is in sight; those that were opened stay as they were left, and the others
 * are made behind it while nobody asks for anything, so that each is there when it is tapped.
 */
export function StageStack({ stage }: { stage: StageName }) {
  const store = useStore() as Store;
  const [made, setMade] = useState<readonly StageName[]>([stage]);
  // What Grade only tries is not shown elsewhere.
  useEffect(() => {
    if (stage === 'grade' || store.getState().view.asks === null) return;
    store.dispatch(panelOpened(null));
    store.dispatch(draftSet([]));
  }, [stage, store]);
  if (!made.includes(stage)) setMade([...made, stage]);
  useEffect(() => {
    const next = STAGES.find((name) => !made.includes(name));
    if (!next) return;
    let left = false;
    const stop = whenIdle(() => {
      // Without signal the ones that are not on the device yet are left for when they are asked for.
      STAGE_PARTS[next].load().then(
        () => left || startTransition(() => setMade((all) => (all.includes(next) ? all : [...all, next]))),
        () => undefined,
      );
    });
    return () => {
      left = true;
      stop();
    };
  }, [made]);
  return made.map((name) => {
    const Part = STAGE_PARTS[name];
    return (
      <Layer key={name} shown={name === stage}>
        <Part />
      </Layer>
    );
  });
}

/**
 * A stage that is in sight, or stands still out of it: laid out, but seen, said and reached by nobody. React's own
 * `Activity` takes it out of the layout, and a slow phone then needs 100 ms more to show it again.
 */
function Layer({ shown, children }: { shown: boolean; children: ReactNode }) {
  const store = useStore() as Store;
  const [held] = useState(() => pausableStore(store, !shown));
  useLayoutEffect(() => held.hold(!shown), [held, shown]);
  return (
    <View style={[styles.layer, shown ? null : styles.away]}>
      <Provider store={held.store}>{children}</Provider>
    </View>
  );
}

/** A browser may not say that it is idle: so long is waited for that, ms. */
const AT_LATEST = 2_000;

/** Does it when the page has nothing else to do. @returns puts it off for good */
function whenIdle(work: () => void): () => void {
  if (typeof requestIdleCallback === 'undefined') {
    const timer = setTimeout(work, 300);
    return () => clearTimeout(timer);
  }
  const asked = requestIdleCallback(work, { timeout: AT_LATEST });
  return () => cancelIdleCallback(asked);
}

const styles = StyleSheet.create({
  layer: { position: 'absolute', top: 0, left: 0, right: 0, bottom: 0 },
  away: browserStyle({ visibility: 'hidden' }),
});
