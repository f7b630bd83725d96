import type { ComponentType } from 'react';
import { useEffect } from 'react';
import type { Sheet } from '../../store';
import { sheetClosed, useAppDispatch, useAppSelector } from '../../store';
import { Sheet as Frame } from '../../ui';
import { loadForms } from '../../ui/form';
import type { InsteadOf } from '../../ui/later';
import { later, loaded } from '../../ui/later';
import { NotHere } from '../../ui/NotHere';
import { CompanySections } from '../company';
import { LayerBox } from '../trench/lazyLayers';
import { loadParting } from '../parts/splitting';
import { StillSketch } from '../parts/SketchView';
import { StillTrench } from '../parts/TrenchView';
import { SectionChoice } from '../trench/lazySections';
import { OrderPaper } from '../order';

type Open = Sheet['sheet'];
/** A sheet is given what it was opened with, and how to close. */
type PropsOf<S extends Open> = Omit<Extract<Sheet, { sheet: S }>, 'sheet'> & { onClose: () => void };
type Parts = { readonly [S in Open]: ComponentType<PropsOf<S>> };

/** A sheet that could not be fetched is one all the same: it can be closed. */
const Missing: InsteadOf<{ onClose?: () => void }> = ({ onClose, onAgain }) => (
  <Frame title="Not here yet" {...(onClose ? { onClose } : {})}>
    <NotHere onAgain={onAgain} />
  </Frame>
);

/** A component of a module that is loaded when it is first shown. */
const from = <Module, Name extends keyof Module>(load: () => Promise<Module>, name: Name): Module[Name] =>
  later(() => load().then((module) => module[name] as ComponentType), null, Missing) as unknown as Module[Name];

/** What has forms comes together with what they are made with. */
const withForms = async <Module,>(module: Promise<Module>): Promise<Module> => {
  const [code] = await Promise.all([module, loadForms()]);
  return code;
};

/** What sheets of several stages are made with, and is no part of any. */
const withParts = async <Module,>(module: Promise<Module>, ...parts: readonly Promise<unknown>[]): Promise<Module> => {
  const [code] = await Promise.all([module, ...parts]);
  return code;
};

const grade = () => withParts(import('../grade/sheets'), loadParting());
const line = () => withParts(import('../grade/line-sheets'), loaded(SectionChoice));
const compare = () => import('../optimize/compare-sheets');
const sections = () => withParts(import('../trench/section-sheets'), loadParting(), loaded(CompanySections));
const dug = () => withParts(import('../trench/open-sheets'), loaded(LayerBox));
const ground = () => withForms(import('../ground/sheets'));
const grow = () => withForms(import('../grow/sheets'));
const swale = () => withForms(import('../grow/swale-sheets'));
const site = () => withParts(withForms(import('../site/sheets')), loadParting());
const layers = () => import('../trench/layer-sheets');
const trench = () => withParts(import('../trench/sheets'), loaded(LayerBox));
const dig = () => withForms(import('../optimize/sheets'));
const order = () => import('../order/sheets');
const takeoff = () => withForms(import('../order/code'));
const print = () => withParts(import('../print/sheets'), StillSketch.load(), StillTrench.load(), OrderPaper.load());
const rod = () => withForms(import('../dig/code'));
const own = () => import('./sheets');
const server = () => import('./server-sheets');

/** Each comes with its stage's sheets, when the first of them is asked for. */
const SHEETS: Parts = {
  outlet: from(grow, 'OutletSheet'),
  'add-run': from(grow, 'AddRunSheet'),
  'plan-sheet': from(grow, 'PlanSheet'),
  run: from(line, 'RunSheet'),
  node: from(grade, 'NodeSheet'),
  line: from(line, 'LineSheet'),
  'delete-line': from(line, 'DeleteLineSheet'),
  ends: from(compare, 'EndsSheet'),
  sizes: from(compare, 'SizesSheet'),
  sections: from(sections, 'SectionsSheet'),
  float: from(trench, 'FloatSheet'),
  cut: from(dug, 'CutSheet'),
  sharing: from(dug, 'SharingSheet'),
  hole: from(dug, 'HoleSheet'),
  filling: from(trench, 'FillingSheet'),
  'section-from': from(sections, 'SectionFromSheet'),
  against: from(compare, 'AgainstSheet'),
  gives: from(grade, 'GivesSheet'),
  fact: from(grade, 'FactSheet'),
  keeping: from(dig, 'KeepingSheet'),
  swale: from(swale, 'SwaleSheet'),
  section: from(trench, 'SectionSheet'),
  material: from(layers, 'MaterialSheet'),
  native: from(order, 'NativeSheet'),
  buying: from(takeoff, 'BuyingSheet'),
  articles: from(takeoff, 'ArticlesSheet'),
  article: from(takeoff, 'ArticleSheet'),
  ticket: from(takeoff, 'TicketSheet'),
  transfer: from(takeoff, 'TransferSheet'),
  'in-trench': from(rod, 'TrenchMode'),
  'set-up': from(rod, 'SetUpSheet'),
  check: from(rod, 'CheckSheet'),
  stick: from(rod, 'StickSheet'),
  stake: from(rod, 'StakeSheet'),
  access: from(rod, 'AccessSheet'),
  digging: from(rod, 'DiggingSheet'),
  place: from(site, 'PlaceSheet'),
  branch: from(grow, 'BranchSheet'),
  down: from(grow, 'DownSheet'),
  reach: from(grade, 'ReachSheet'),
  station: from(grade, 'StationSheet'),
  wye: from(site, 'WyeSheet'),
  crossing: from(site, 'CrossingSheet'),
  pit: from(site, 'PitSheet'),
  benchmark: from(ground, 'BenchmarkSheet'),
  setup: from(ground, 'SetupSheet'),
  levelling: from(ground, 'LevellingSheet'),
  shot: from(ground, 'ShotSheet'),
  working: from(own, 'WorkingSheet'),
  try: from(own, 'TrySheet'),
  rejected: from(server, 'RejectedSheet'),
  diverged: from(server, 'DivergedSheet'),
  menu: from(own, 'MenuSheet'),
  print: from(print, 'PrintSheet'),
  keys: from(own, 'KeysSheet'),
};

const ConflictSheet = from(server, 'ConflictSheet');

/** The sheet that is open, if one is. A conflict comes before everything else. */
export function Sheets() {
  const dispatch = useAppDispatch();
  const sheet = useAppSelector((state) => state.view.sheet);
  const conflict = useAppSelector((state) => state.job.conflicts[0]);
  const open = sheet !== null || conflict !== undefined;
  useEffect(() => {
    if (open) return;
    // What opened the last sheet has the focus again; where it is gone, the stage has it and not the top of the page.
    const timer = setTimeout(() => {
      if (document.activeElement === document.body)
        document.querySelector<HTMLElement>('[role=tab][aria-selected=true]')?.focus();
    }, 100);
    return () => clearTimeout(timer);
  }, [open]);
  if (conflict) {
    return <ConflictSheet key={`${conflict.address.kind}${conflict.address.id}`} conflict={conflict} />;
  }
  if (!sheet) return null;
  const { sheet: name, ...about } = sheet;
  const Part = SHEETS[name] as ComponentType<{ onClose: () => void }>;
  return <Part key={JSON.stringify(sheet)} {...about} onClose={() => dispatch(sheetClosed())} />;
}
