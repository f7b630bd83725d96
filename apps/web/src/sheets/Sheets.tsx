import { sheetClosed, useAppDispatch, useAppSelector } from '../store';
import { WorkingSheet } from '../parts/WorkingSheet';
import { AddRunSheet } from './AddRunSheet';
import { ConflictSheet } from './ConflictSheet';
import { GivesSheet } from './GivesSheet';
import { LineSheet } from './LineSheet';
import { MaterialSheet, NativeSheet } from './MaterialSheet';
import { MenuSheet } from './MenuSheet';
import { NodeSheet } from './NodeSheet';
import { OutletSheet } from './OutletSheet';
import { RunSheet } from './RunSheet';
import { SectionSheet } from './SectionSheet';

/** The sheet that is open, if one is. A conflict comes before everything else. */
export function Sheets() {
  const dispatch = useAppDispatch();
  const sheet = useAppSelector((state) => state.view.sheet);
  const conflict = useAppSelector((state) => state.job.conflicts[0]);
  const close = (): void => void dispatch(sheetClosed());
  if (conflict) return <ConflictSheet key={`${conflict.address.kind}${conflict.address.id}`} conflict={conflict} />;
  switch (sheet?.sheet) {
    case undefined:
      return null;
    case 'outlet':
      return <OutletSheet onClose={close} />;
    case 'add-run':
      return <AddRunSheet onClose={close} />;
    case 'run':
      return <RunSheet id={sheet.run} onClose={close} />;
    case 'node':
      return <NodeSheet id={sheet.node} onClose={close} />;
    case 'section':
      return <SectionSheet key={sheet.section} id={sheet.section} onClose={close} />;
    case 'material':
      return <MaterialSheet id={sheet.material} onClose={close} />;
    case 'native':
      return <NativeSheet onClose={close} />;
    case 'line':
      return <LineSheet onClose={close} />;
    case 'gives':
      return <GivesSheet run={sheet.run} end={sheet.end} to={sheet.to} onClose={close} />;
    case 'working':
      return <WorkingSheet figure={sheet.figure} />;
    case 'menu':
      return <MenuSheet onClose={close} />;
  }
}
