import type { Quantity } from '@alveus/core';
import { FOOT, TON, YARD3 } from '@alveus/core';
import type { SectionTried } from '@alveus/core/compare/sections';
import { perLength, sectionsFor } from '@alveus/core/compare/sections';
import type { ReactNode } from 'react';
import { useMemo, useState } from 'react';
import type { CompanyItem } from '@alveus/plan/company';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectCommitted, selectLine } from '../../store/results';
import { newId } from '../../sync/ids';
import { Button, DoneFoot, MeasureField, Picker, Sheet, usePrint, useUnits, Words } from '../../ui/measured';
import { Against } from '../optimize/Against';
import type { Compared } from '../optimize/Beside';
import { Beside } from '../optimize/Beside';
import { CompanySections } from '../company';

/** The line as it is dug now, beside the line dug by another section: what each takes, what it is for, and its drawbacks. */
export function SectionsSheet({ onClose }: { onClose: () => void }) {
  const name = useAppSelector(selectLine)?.line.name ?? 'the line';
  return (
    <Sheet title={`Sections for ${name}`} onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      <CompanySections>{(company): ReactNode => <TwoSections company={company} />}</CompanySections>
    </Sheet>
  );
}

/** One of them is dug now, where that is a section of the trade, the job or the company. */
function TwoSections({ company }: { company: readonly CompanyItem<'section'>[] }) {
  const dispatch = useAppDispatch();
  const evaluation = useAppSelector(selectCommitted);
  const line = useAppSelector((state) => selectLine(state)?.id) ?? '';
  const sections = useMemo(() => sectionsFor(evaluation, line, newId, company), [evaluation, line, company]);
  const [chosen, setChosen] = useState<string>();
  const name = evaluation.plan.line[line]?.name ?? 'the line';
  const now = sections.find((section) => section.now);
  const others = sections.filter((section) => !section.now);
  const other = others.find((trial) => trial.id === chosen) ?? others[0];
  const [prices, setPrices] = useState<Prices>({});
  const figures = useFigures(prices);
  return (
    <>
      {other ? (
        <>
          <Picker
            label="Compare with"
            options={others.map((trial) => ({
              value: trial.id,
              label: trial.name,
              note: trial.refused
                ? 'refused'
                : trial.usual
                  ? 'usual for it'
                  : (trial.school?.good ?? `of the ${trial.of}`),
            }))}
            value={other.id}
            onChange={setChosen}
          />
          <Beside now={now} other={other} figures={figures} />
          <PriceFields prices={prices} onChange={setPrices} />
          {now ? <About section={now} /> : null}
          <About section={other} />
          <Against name={other.name} findings={other.against} />
          {other.refused ? null : (
            <Button
              icon="watch"
              onPress={() =>
                dispatch(sheetOpened({ sheet: 'try', words: `Use ${other.name} for ${name}`, edits: other.edits }))
              }
            >
              Try it
            </Button>
          )}
        </>
      ) : (
        <Words tone="muted">There is no other section.</Words>
      )}
    </>
  );
}

/** Why a section is laid so, what it is good for, and what is against it. */
function About({ section: { name, school, refused } }: { section: SectionTried }) {
  if (!school) return null;
  return (
    <>
      <Words strong heading={3}>
        {name}
      </Words>
      {refused ? <Words strong tone="stop">{`Refused here: ${refused}.`}</Words> : null}
      <Words>{`${school.why} Good for ${school.good}. Against it: ${school.drawback}.`}</Words>
      <Words size="small" tone="muted">
        Common practice; the local rule decides.
      </Words>
    </>
  );
}

/** What a volume dug, a mass of what is bought, and a volume hauled away cost: typed on the day, and not kept. */
interface Prices {
  readonly dig?: number | undefined;
  readonly buy?: number | undefined;
  readonly haul?: number | undefined;
}

function PriceFields({ prices, onChange }: { prices: Prices; onChange: (prices: Prices) => void }) {
  const metric = useUnits().system === 'metric';
  const [volume, mass] = metric ? ['m³', 'tonne'] : ['cu yd', 'ton'];
  return (
    <>
      {(
        [
          ['dig', `Digging costs, per ${volume}`],
          ['buy', `Bought material costs, per ${mass}`],
          ['haul', `Hauling costs, per loose ${volume}`],
        ] as const
      ).map(([name, label]) => (
        <MeasureField
          key={name}
          label={label}
          quantity="plain"
          value={prices[name]}
          onChange={(value) => onChange({ ...prices, [name]: value })}
          check={notNegative}
          optional
        />
      ))}
    </>
  );
}

const notNegative = (value: number): string | undefined => (value >= 0 ? undefined : 'Must not be negative.');

/** In the money of the prices, by length of the line, m; undefined as long as none was typed. */
function moneyOf({ soil, bought }: SectionTried, { dig, buy, haul }: Prices, metric: boolean): number | undefined {
  if (dig === undefined && buy === undefined && haul === undefined) return undefined;
  const [volume, mass] = metric ? [1, 1000] : [YARD3, TON];
  return ((dig ?? 0) * soil.excavation + (haul ?? 0) * soil.spoilLoose) / volume + ((buy ?? 0) * bought.mass) / mass;
}

function useFigures(prices: Prices): readonly Compared<SectionTried>[] {
  const print = usePrint();
  const { system } = useUnits();
  return useMemo(() => {
    const printed = (value: number | undefined, quantity: Quantity): string =>
      value === undefined ? '–' : print(value, quantity);
    // Told for a length that people bid by.
    const long = system === 'metric' ? 10 : 100 * FOOT;
    const per = (of: (trial: SectionTried) => number) => (trial: SectionTried) => {
      const each = perLength(of(trial), trial);
      return printed(each === undefined ? undefined : each * long, 'volume');
    };
    const words = print(long, 'distance').replace(/\.0+(?= )/, '');
    return [
      { words: 'Digging, total', of: ({ soil }) => printed(soil.excavation, 'volume') },
      { words: `Digging, ${words}`, of: per(({ soil }) => soil.excavation) },
      { words: 'Bought, total', of: ({ bought }) => printed(bought.volume, 'volume') },
      { words: `Bought, ${words}`, of: per(({ bought }) => bought.volume) },
      { words: 'Set by the piece', of: ({ bought }) => (bought.pieces > 0 ? String(bought.pieces) : 'none') },
      { words: 'Hauled away', of: ({ soil }) => printed(soil.spoilLoose, 'volume') },
      ...(Object.values(prices).some((price) => price !== undefined)
        ? [
            {
              words: `Cost, ${words}`,
              of: (trial: SectionTried) => {
                const all = moneyOf(trial, prices, system === 'metric');
                const each = all === undefined ? undefined : perLength(all, trial);
                return each === undefined ? '–' : String(Math.round(each * long));
              },
            },
          ]
        : []),
      { words: 'Deepest trench', of: ({ deepest }) => printed(deepest, 'depth') },
      { words: 'Problems', of: ({ against }) => (against.length === 0 ? 'nothing' : String(against.length)) },
    ];
  }, [print, prices, system]);
}
