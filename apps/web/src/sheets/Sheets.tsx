import { sheetClosed, useAppDispatch, useAppSelector } from '../store';
import { WorkingSheet } from '../parts/WorkingSheet';
import { AddRunSheet } from './AddRunSheet';
import { ConflictSheet } from './ConflictSheet';
import { GivesSheet } from './GivesSheet';
import { LineSheet } from './LineSheet';
import { MaterialSheet, NativeSheet } from './MaterialSheet';
import { MenuSheet } from './MenuSheet';
import { BranchSheet, DeleteLineSheet, PlaceSheet, WyeSheet } from './NetworkSheets';
import { NodeSheet } from './NodeSheet';
import { OutletSheet } from './OutletSheet';
import { RunSheet } from './RunSheet';
import { SectionSheet } from './SectionSheet';
import { CrossingSheet, PitSheet } from './SiteSheets';
import { BenchmarkSheet, LevellingSheet, SetupSheet, ShotSheet } from './SurveySheets';

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
    case 'place':
      return <PlaceSheet node={sheet.node} onClose={close} />;
    case 'branch':
      return <BranchSheet key={sheet.node} node={sheet.node} onClose={close} />;
    case 'wye':
      return <WyeSheet run={sheet.run} at={sheet.at} onClose={close} />;
    case 'delete-line':
      return <DeleteLineSheet onClose={close} />;
    case 'benchmark':
      return <BenchmarkSheet id={sheet.benchmark} onClose={close} />;
    case 'setup':
      return <SetupSheet id={sheet.setup} onClose={close} />;
    case 'levelling':
      return <LevellingSheet onClose={close} />;
    case 'shot':
      return <ShotSheet key={`${sheet.setup}${sheet.corrects ?? ''}`} setup={sheet.setup} corrects={sheet.corrects} onClose={close} />;
    case 'crossing':
      return <CrossingSheet id={sheet.crossing} run={sheet.run} onClose={close} />;
    case 'pit':
      return <PitSheet id={sheet.pit} onClose={close} />;
    case 'menu':
      return <MenuSheet onClose={close} />;
  }
}
