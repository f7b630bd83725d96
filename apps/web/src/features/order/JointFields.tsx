import { jointOf } from '@alveus/core';
import type { ItemOf } from '@alveus/plan';
import { PipeJoint } from '@alveus/plan';
import { useActions } from '../../sync/SyncProvider';
import { Choice, PlanMeasure, Words } from '../../ui/measured';

/** How sticks of a pipe are joined: what is ordered for each joint, what a cut piece loses, and how far a joint turns. */
export function JointFields({ pipe }: { pipe: ItemOf<'pipe'> }) {
  const { edit } = useActions();
  const joint = jointOf(pipe);
  const put = (next: Partial<PipeJoint>): void =>
    edit([{ op: 'put', item: { ...pipe, joint: { ...joint, ...next } } }]);
  return (
    <>
      <Words strong heading={3}>
        How it is joined
      </Words>
      <Choice<PipeJoint['by']>
        label="One stick to the next"
        options={[
          { value: 'ring', label: 'Socket and ring' },
          { value: 'glue', label: 'Glued' },
          { value: 'coupling', label: 'Coupling' },
        ]}
        value={joint.by}
        onChange={(by) => put({ by })}
      />
      <PlanMeasure
        label="One goes into the next by"
        quantity="thickness"
        value={joint.socket}
        limit={PipeJoint.shape.socket}
        check={(socket) => (socket < pipe.stick ? undefined : 'As long as the stick: it covers no length.')}
        onChange={(socket) => socket !== undefined && put({ socket })}
      />
      <PlanMeasure
        label="Deflection at a joint"
        quantity="slope"
        value={joint.turns}
        limit={PipeJoint.shape.turns}
        onChange={(turns) => turns !== undefined && put({ turns })}
        hint="Sideways per length: 1.7 % is one degree. The maker’s sheet gives it; sharper turns take bends"
      />
    </>
  );
}
