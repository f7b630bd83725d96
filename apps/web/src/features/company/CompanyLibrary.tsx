import type { Uuid } from '@alveus/plan';
import type { CompanyItem, CompanyBody, KeptKind } from '@alveus/plan/company';
import { COMPANY_KINDS, nameOfKept } from '@alveus/plan/company';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Button, List, Row, Words } from '../../ui/measured';
import { messageOf, useKept, usePutKeptMutation, useRemoveKeptMutation } from './library';
import { KeptProvider } from './CompanyProvider';

interface CompanyLibraryProps<Kind extends KeptKind> {
  kind: Kind;
  /** What the plan has, as it would be kept. */
  body: CompanyBody<Kind>;
  /** What that is a copy of. */
  from: { readonly id: Uuid; readonly version: number } | undefined;
  title: string;
  empty: string;
  /** Said of each beside its version. */
  noteOf: (body: CompanyBody<Kind>) => string;
  /** What a press on one does, and the doing: the plan has a copy of it from then on. */
  takes: string;
  onTake: (kept: CompanyItem<Kind>) => void;
  /** The plan's own was kept, and is a copy of this from then on. */
  onKept: (kept: CompanyItem<Kind>) => void;
}

/** What the company keeps under a name: one is copied into the plan, or what this plan has is kept as one. */
export function CompanyKept<Kind extends KeptKind>(props: CompanyLibraryProps<Kind>) {
  return (
    <KeptProvider>
      <Library {...props} />
    </KeptProvider>
  );
}

function Library<Kind extends KeptKind>(props: CompanyLibraryProps<Kind>) {
  const { kind, body, from, title, empty, noteOf, takes, onTake, onKept } = props;
  const { data: all, isLoading, error, refetch } = useKept(kind);
  const [put, putting] = usePutKeptMutation();
  const [remove] = useRemoveKeptMutation();
  const { say } = useActions();
  const own = all?.find(({ id }) => id === from?.id);
  const nameOf = (kept: CompanyItem<Kind>): string => nameOfKept(kind, kept.body);
  const { one: word, many: words } = COMPANY_KINDS[kind].words;

  const keepAs = async (earlier: CompanyItem<Kind> | undefined): Promise<void> => {
    const answer = await put({ kind, id: earlier?.id ?? newId(), body, base: earlier?.version ?? 0 } as Parameters<
      typeof put
    >[0]);
    if (answer.data) {
      const kept = answer.data as CompanyItem<Kind>;
      onKept(kept);
      say(`“${nameOf(kept)}” is saved for the company, version ${kept.version}.`);
    } else say(messageOf(answer.error));
  };
  const takeAway = async (kept: CompanyItem<Kind>): Promise<void> => {
    const answer = await remove({ kind, id: kept.id });
    say(answer.error ? messageOf(answer.error) : `“${nameOf(kept)}” was removed. Plans that use it keep their copy.`);
  };

  return (
    <View style={styles.all}>
      <Words size="large" strong heading={3}>
        {title}
      </Words>
      {from && all ? <CopyOf from={from} own={own && { version: own.version, name: nameOf(own) }} word={word} /> : null}
      {error ? (
        <View style={styles.all}>
          <Words tone="fix">{`The company list cannot be loaded now: ${messageOf(error)}`}</Words>
          <Button onPress={() => void refetch()}>Try again</Button>
        </View>
      ) : isLoading ? (
        <Words tone="muted">Loading…</Words>
      ) : all?.length === 0 ? (
        <Words tone="muted">{empty}</Words>
      ) : (
        <Copies
          title={title}
          kind={kind}
          all={all ?? []}
          noteOf={noteOf}
          takes={takes}
          onTake={onTake}
          onRemove={takeAway}
        />
      )}
      {all && all.length >= COMPANY_KINDS[kind].most ? (
        <Words tone="watch">{`A company can save ${COMPANY_KINDS[kind].most} ${words}. Remove one before saving another.`}</Words>
      ) : null}
      <View style={styles.buttons}>
        <Button
          disabled={putting.isLoading || !all}
          label={`Save as a new ${KEPT_NEW[kind]}: ${nameOfKept(kind, body)}`}
          onPress={() => void keepAs(undefined)}
        >
          {`Save as a new ${KEPT_NEW[kind]}`}
        </Button>
        {own ? (
          <Button
            disabled={putting.isLoading}
            label={`Save as version ${own.version + 1} of ${nameOf(own)}`}
            onPress={() => void keepAs(own)}
          >
            {`Save as version ${own.version + 1}`}
          </Button>
        ) : null}
      </View>
    </View>
  );
}

const KEPT_NEW: Readonly<Record<KeptKind, string>> = { profile: 'set', section: 'section' };

interface CopyOfProps {
  from: { readonly version: number };
  own: { readonly version: number; readonly name: string } | undefined;
  word: string;
}

/** What the plan's own was copied from, and whether that has moved on. */
function CopyOf({ from, own, word }: CopyOfProps) {
  return (
    <Words size="small" tone="muted">
      {own
        ? own.version === from.version
          ? `This plan has “${own.name}”, version ${from.version}.`
          : `This plan has “${own.name}”, version ${from.version}; the company is at version ${own.version} now.`
        : `The ${word} this plan was copied from is gone from the company list.`}
    </Words>
  );
}

interface CopiesProps<Kind extends KeptKind> extends Pick<
  CompanyLibraryProps<Kind>,
  'kind' | 'title' | 'noteOf' | 'takes' | 'onTake'
> {
  all: readonly CompanyItem<Kind>[];
  onRemove: (kept: CompanyItem<Kind>) => Promise<void>;
}

/** Each may be taken, or removed for good once that is asked for twice. */
function Copies<Kind extends KeptKind>({ kind, title, all, noteOf, takes, onTake, onRemove }: CopiesProps<Kind>) {
  const [asked, setAsked] = useState<Uuid>();
  const nameOf = (kept: CompanyItem<Kind>): string => nameOfKept(kind, kept.body);
  const remove = (kept: CompanyItem<Kind>): void => {
    setAsked(undefined);
    void onRemove(kept);
  };
  return (
    <List label={title}>
      {all.map((kept) => (
        <Row
          key={kept.id}
          title={nameOf(kept)}
          note={`version ${kept.version} · ${noteOf(kept.body)}`}
          onPress={() => onTake(kept)}
          does={takes}
          after={
            asked === kept.id ? (
              <Button kind="danger" label={`Remove ${nameOf(kept)} for good`} onPress={() => remove(kept)}>
                Remove
              </Button>
            ) : (
              <Button label={`Remove ${nameOf(kept)}`} onPress={() => setAsked(kept.id)}>
                Remove
              </Button>
            )
          }
        />
      ))}
    </List>
  );
}

const styles = StyleSheet.create({
  all: { gap: 10 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
});
