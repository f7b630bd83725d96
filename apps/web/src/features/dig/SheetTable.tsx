import type { Mark, SheetPlace } from '@alveus/core/setout';
import { MARKS } from '@alveus/core/setout';
import { useMemo } from 'react';
import { View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector, wentTo } from '../../store';
import { selectLine } from '../../store/results';
import { Tap, Unseen, usePrint, Words } from '../../ui/measured';
import type { Column } from '../../ui/Table';
import { Table } from '../../ui/Table';
import { WayMark } from './InTheWay';
import { readingAt } from './readings';
import type { Dig } from './useDig';
import { MARK_WORDS } from './words';

interface SheetRow {
  readonly key: string;
  readonly place: SheetPlace;
}

/** The grade sheet where there is room for all of it. */
export function SheetTable({ dig, height }: { dig: Dig; height: number }) {
  const print = usePrint();
  const dispatch = useAppDispatch();
  const line = useAppSelector(selectLine)?.id;
  const view = useAppSelector((state) => state.view.dig);
  const rows = useMemo(() => dig.places.map((place, index): SheetRow => ({ key: String(index), place })), [dig.places]);
  const columns = useMemo((): Column<SheetRow>[] => {
    const { evaluation } = dig;
    const sections = [...evaluation.runs.values()].some(({ envelope }) =>
      envelope?.layers.some(({ name }) => name === 'foundation'),
    );
    const marks = MARKS.filter((mark) => mark !== 'foundation' || sections);
    const go = ({ along }: SheetPlace): void => {
      if (line === undefined) return;
      dispatch(wentTo({ line, along }));
      dispatch(sheetOpened({ sheet: 'in-trench' }));
    };
    const cellOf =
      (mark: Mark) =>
      ({ place }: SheetRow) => {
        const value = readingAt(dig, place, view)?.values[mark];
        return (
          <Words size="large" strong={mark === 'bottom'}>
            {value === undefined ? '—' : print(value, 'elevation', true)}
          </Words>
        );
      };
    return [
      {
        name: 'Station',
        wide: 1.7,
        cell: ({ place }) => {
          const start = evaluation.runs.get(place.run)?.line?.startChainage ?? 0;
          const chainage = print(start + place.along, 'chainage');
          const name = place.node === undefined ? '' : (evaluation.plan.node[place.node]?.name ?? '');
          return (
            <Tap onPress={() => go(place)}>
              <View>
                <Words strong>{chainage}</Words>
                <WayMark found={dig.inTheWayAt(place)} />
                {name === '' ? null : (
                  <Words size="small" tone="muted" lines={1}>
                    {name}
                  </Words>
                )}
                <Unseen>. Open in the trench view</Unseen>
              </View>
            </Tap>
          );
        },
      },
      ...marks.map((mark): Column<SheetRow> => ({ name: MARK_WORDS[mark], wide: 1, cell: cellOf(mark) })),
    ];
  }, [dig, line, view, print, dispatch]);
  if (rows.length === 0) return null;
  return <Table label="Grade sheet" columns={columns} rows={rows} keyOf={keyOf} height={height} />;
}

const keyOf = ({ key }: SheetRow): string => key;
