import type { Evaluation } from '@alveus/core';
import { distanceOf, whereIs } from '@alveus/core';
import type { Entry, Sum, Takeoff } from '@alveus/core/takeoff';
import { accountOf, entriesOf, movedIn } from '@alveus/core/takeoff';
import type { Delivery } from '@alveus/plan';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, wentTo } from '../../store';
import { Button, DoneFoot, List, Row, Sheet, usePrint, Words } from '../../ui/measured';
import { JointFields } from './JointFields';
import { MovedHere } from './MovedHere';
import { Sums } from './Sums';
import { TicketRow } from './TicketRow';
import { Workings } from './Workings';
import type { GroupName } from './groups';
import { GROUPS } from './groups';
import { useTakeoff } from './useTakeoff';
import { placeName } from './where';
import { amountWords, countWords, orderWords, quantityOf, UNIT_QUANTITY } from './words';

/** One article of the take-off: how it is ordered, what came of it, and every place that it is for. */
export function ArticleSheet({ article: key, onClose }: { article: string; onClose: () => void }) {
  const now = useTakeoff();
  const print = usePrint();
  const sum = now?.takeoff.sums.find((sum) => sum.key === key);
  if (!now || !sum) {
    return (
      <Sheet title="Item" onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
        <Words tone="muted">{now ? 'The plan does not use it any more.' : 'Working it out…'}</Words>
      </Sheet>
    );
  }
  const { evaluation } = now;
  const pipe = sum.what.of === 'pipe' ? evaluation.plan.pipe[sum.what.pipe] : undefined;
  return (
    <Sheet title={sum.name} onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      <Words size="large" strong>
        {orderWords(sum, print)}
      </Words>
      <How sum={sum} />
      <Cutting sum={sum} evaluation={evaluation} />
      {pipe ? <JointFields pipe={pipe} /> : null}
      {sum.supplier === 'work' || sum.supplier === 'hauling' ? null : <Came sum={sum} books={now.takeoff.books} />}
      {sum.what.of === 'material' ? <MovedHere sum={sum} evaluation={evaluation} /> : null}
      <Workings sum={sum} evaluation={evaluation} />
      <Places sum={sum} evaluation={evaluation} onClose={onClose} />
    </Sheet>
  );
}

/** How the order follows from what lies in the ground. */
function How({ sum }: { sum: Sum }) {
  const print = usePrint();
  const { amount, ordered, loose, mass, loads, rolls, moved, what } = sum;
  const quantity = quantityOf(sum);
  const said: string[] = [];
  const here = movedIn(moved);
  if (what.of === 'material' || what.of === 'sod' || what.of === 'bales')
    said.push(
      `${print(amount, quantity)} placed, ${here > 0 ? `of which ${print(here, quantity)} is moved here from elsewhere, ` : ''}plus ${print(ordered - amount + here, quantity)} of waste.`,
    );
  if (loads > 0)
    said.push(
      `${print(loose, 'volume')} loose, ${print(mass, 'mass')}: the truck fills by volume or by weight, whichever comes first.`,
    );
  for (const { wide, length, strips, slits, pieces, long, rolls: number, wasted } of rolls) {
    const cut =
      strips > 1
        ? `wider than a roll, so ${strips} strips side by side`
        : slits > 1
          ? `${slits} strips slit from each roll`
          : 'one strip';
    said.push(
      `${print(length, 'distance')} by ${print(wide, 'thickness')} across: ${cut}, ${pieces === 1 ? 'one piece' : `${pieces} pieces end to end`}, ${print(long, 'distance')} with the laps; ${countWords(number, 'roll')}, ${print(Math.max(0, wasted), 'area')} cut off or left.`,
    );
  }
  if (what.of === 'pipe' && !sum.count)
    said.push('A stick is no longer than its socket, so sticks cannot be counted: correct the pipe.');
  if (what.of === 'spoil') said.push('All digging on the job, less backfill, swelled: one account for all lines.');
  return said.map((words) => <Words key={words}>{words}</Words>);
}

/** Which stick is cut for what. */
function Cutting({ sum: { cutList, count }, evaluation }: { sum: Sum; evaluation: Evaluation }) {
  const print = usePrint();
  if (!cutList || !count) return null;
  const nameOf = (id: string): string => evaluation.runs.get(id)?.run.name ?? evaluation.nodes.get(id)?.node.name ?? '';
  const whole = cutList.whole.reduce((all, { sticks }) => all + sticks, 0);
  return (
    <>
      <Words strong heading={3}>
        Cut list
      </Words>
      <Words>
        {`${countWords(whole, 'stick')} laid whole, ${countWords(cutList.cuts.length, 'stick')} cut${cutList.least ? '; no other cutting takes fewer' : ''}. An offcut has no socket left: it goes in last, into a wall or a fitting, and the part inside the socket before it adds no length.`}
      </Words>
      <List label="Cut list">
        {cutList.cuts.map(({ pieces, offcut }, index) => (
          <Row
            key={index}
            title={pieces.map(({ of, length }) => `${print(length, 'distance')} for ${nameOf(of)}`).join(', ')}
            note={`leaves ${print(offcut, 'distance')}`}
            noteLines="all"
          />
        ))}
      </List>
    </>
  );
}

/** Orders and tickets of it. */
function Came({ sum, books }: { sum: Sum; books: Takeoff['books'] }) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const { ordered, delivered, left, since, tickets, unlike } = accountOf(sum, books);
  const words = (value: number): string => amountWords(sum, value, print);
  const onTicket = ({ amount, unit }: Delivery): string =>
    print(amount, unit === 'mass' ? (sum.unit === 'mass' ? 'weight' : 'mass') : UNIT_QUANTITY[unit]);
  return (
    <>
      <Words strong heading={3}>
        Ordered and delivered
      </Words>
      <Words>
        {ordered === 0 && delivered === 0
          ? 'Nothing ordered or delivered yet.'
          : `Ordered ${words(ordered)}, delivered ${words(delivered)}: ${left >= 0 ? `${words(left)} still to come` : `${words(-left)} more than ordered`}.`}
      </Words>
      {ordered > 0 && Math.abs(since) > 1e-6 * Math.max(1, sum.ordered) ? (
        <Words tone="watch">{`Since the order the plan takes ${words(Math.abs(since))} ${since > 0 ? 'more' : 'less'}.`}</Words>
      ) : null}
      {unlike.length > 0 ? (
        <Words tone="fix">
          {`${unlike.length === 1 ? 'A ticket is' : `${unlike.length} tickets are`} in a unit that does not fit this item and not counted: correct it.`}
        </Words>
      ) : null}
      {tickets.length > 0 ? (
        <List label="Tickets">
          {tickets.map((ticket) => (
            <TicketRow
              key={ticket.id}
              ticket={ticket}
              title={`${onTicket(ticket)}${ticket.ticket ? `, ticket ${ticket.ticket}` : ''}`}
              note={ticket.day}
            />
          ))}
        </List>
      ) : null}
      <View style={styles.buttons}>
        <Button icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'ticket', article: sum.key }))}>
          Delivery ticket
        </Button>
        {sum.what.of === 'material' || sum.what.of === 'sod' ? <ChangeMaterial id={sum.what.material} /> : null}
      </View>
    </>
  );
}

function ChangeMaterial({ id }: { id: string }) {
  const dispatch = useAppDispatch();
  return (
    <Button icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'material', material: id }))}>
      Weight and waste
    </Button>
  );
}

/** Every entry, the largest first; a tap goes there. */
function Places({ sum, evaluation, onClose }: { sum: Sum; evaluation: Evaluation; onClose: () => void }) {
  const print = usePrint();
  const dispatch = useAppDispatch();
  const router = useRouter();
  const entries = [...entriesOf(sum)].sort((a, b) => b.amount - a.amount);
  if (entries.length === 0) return null;
  const quantity = quantityOf(sum);
  const go = (entry: Entry): void => {
    const there = placeOf(entry, evaluation);
    if (!there) return;
    onClose();
    dispatch(wentTo(there));
    router.setParams({ stage: entry.where.on === 'run' ? 'trench' : 'grade' });
  };
  return (
    <>
      <Words strong heading={3}>
        {entries.length === 1 ? 'One place' : `${entries.length} places`}
      </Words>
      <List label="Places">
        {entries.map((entry, index) => (
          <Row
            key={index}
            title={`${placeName(entry, evaluation)}: ${print(entry.amount, quantity)}`}
            note={`${entry.why}${chainageOf(entry, evaluation, print)}`}
            noteLines="all"
            does="Go there"
            onPress={() => go(entry)}
          />
        ))}
      </List>
    </>
  );
}

/** In the middle of a stretch, or at a node. */
function placeOf({ where }: Entry, evaluation: Evaluation): { line: string; along: number } | undefined {
  if (where.on === 'run') {
    const line = evaluation.lines.get(evaluation.runs.get(where.run)?.run.line ?? '');
    const along = line && distanceOf(line, where.run, (where.from + where.to) / 2);
    return line && along !== undefined ? { line: line.id, along } : undefined;
  }
  const node = evaluation.nodes.get(where.node);
  const end = node?.leaving[0] ?? node?.arriving[0];
  const there = end && whereIs({ line: end.line, node: where.node }, evaluation);
  return there && { line: there.line.id, along: there.distance };
}

function chainageOf(entry: Entry, evaluation: Evaluation, print: ReturnType<typeof usePrint>): string {
  const { where } = entry;
  if (where.on !== 'run') return '';
  const line = evaluation.lines.get(evaluation.runs.get(where.run)?.run.line ?? '');
  const [from, to] = [where.from, where.to].map((at) => line && distanceOf(line, where.run, at));
  if (!line || from === undefined || to === undefined) return '';
  const chainage = (along: number): string => print(line.line.startChainage + along, 'chainage');
  return from === to ? ` · at ${chainage(from)}` : ` · ${chainage(from)} to ${chainage(to)}`;
}

/** What a figure at a glance is made of, article by article. */
export function ArticlesSheet({ group, onClose }: { group: GroupName; onClose: () => void }) {
  const now = useTakeoff();
  const { title, has } = GROUPS[group];
  const sums = now?.takeoff.sums.filter(has) ?? [];
  return (
    <Sheet title={title} onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      {now && sums.length > 0 ? (
        <Sums sums={sums} books={now.takeoff.books} />
      ) : (
        <Words tone="muted">{now ? 'The job does not use it.' : 'Working it out…'}</Words>
      )}
    </Sheet>
  );
}

const styles = StyleSheet.create({ buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 } });
