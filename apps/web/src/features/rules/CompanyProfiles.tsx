import type { NamedProfile, Profile } from '@alveus/plan';
import { copyOf } from '@alveus/plan';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Button, List, Row, Words } from '../../ui/measured';
import { differences } from './differences';
import { useProfilesQuery, usePutProfileMutation, useRemoveProfileMutation } from './profiles';

interface CompanyProfilesProps {
  profile: Profile;
  /** Tries another set of rules in the plan. */
  onChange: (profile: Profile) => void;
}

/** Sets of rules that the company keeps under a name: one is copied into the plan, or this plan's are kept as one. */
export function CompanyProfiles({ profile, onChange }: CompanyProfilesProps) {
  const { data: named, isLoading, error, refetch } = useProfilesQuery();
  const [put, putting] = usePutProfileMutation();
  const [remove] = useRemoveProfileMutation();
  const { say } = useActions();
  const [asked, setAsked] = useState<NamedProfile>();
  const { from, ...rules } = profile;
  const own = named?.find(({ id }) => id === from?.profile);

  const keepAs = async (known: NamedProfile | undefined): Promise<void> => {
    const answer = await put({ id: known?.id ?? newId(), profile: rules, base: known?.version ?? 0 });
    if (answer.data) {
      onChange(copyOf(answer.data));
      say(`“${answer.data.profile.name}” is kept for the company, version ${answer.data.version}.`);
    } else say(messageOf(answer.error));
  };
  const takeAway = async ({ id, profile: { name } }: NamedProfile): Promise<void> => {
    setAsked(undefined);
    const answer = await remove(id);
    say(answer.error ? messageOf(answer.error) : `“${name}” was removed. Plans that have it keep their copy.`);
  };

  return (
    <View style={styles.all}>
      <Words size="large" strong heading={3}>
        Sets of rules of the company
      </Words>
      {from ? (
        <Words size="small" tone="muted">
          {own
            ? own.version === from.version
              ? `This plan has “${own.profile.name}”, version ${from.version}.`
              : `This plan has “${own.profile.name}” as it was in version ${from.version}; it is at version ${own.version} now.`
            : 'The set that this plan has a copy of is not among them any more.'}
        </Words>
      ) : null}
      {error ? (
        <View style={styles.all}>
          <Words tone="fix">{`They cannot be read just now: ${messageOf(error)}`}</Words>
          <Button onPress={() => void refetch()}>Try again</Button>
        </View>
      ) : isLoading ? (
        <Words tone="muted">Reading them…</Words>
      ) : named?.length === 0 ? (
        <Words tone="muted">
          None yet. Keep the rules of this plan under their name, and other plans can take them.
        </Words>
      ) : (
        <List label="Sets of rules of the company">
          {(named ?? []).map((one) => (
            <Row
              key={one.id}
              title={one.profile.name}
              note={`version ${one.version} · ${countOf(one.profile)}`}
              onPress={() => onChange(copyOf(one))}
              does="Try it in this plan"
              after={
                asked?.id === one.id ? (
                  <Button
                    kind="danger"
                    label={`Remove ${one.profile.name} for good`}
                    onPress={() => void takeAway(one)}
                  >
                    Remove
                  </Button>
                ) : (
                  <Button label={`Take ${one.profile.name} away`} onPress={() => setAsked(one)}>
                    Take away
                  </Button>
                )
              }
            />
          ))}
        </List>
      )}
      <View style={styles.buttons}>
        <Button disabled={putting.isLoading || !named} onPress={() => void keepAs(undefined)}>
          {`Keep as a new set: ${profile.name}`}
        </Button>
        {own ? (
          <Button disabled={putting.isLoading} onPress={() => void keepAs(own)}>
            {`Keep as version ${own.version + 1} of ${own.profile.name}`}
          </Button>
        ) : null}
      </View>
    </View>
  );
}

function countOf(profile: Profile): string {
  const count = differences(profile).length;
  return count === 0 ? 'as shipped' : `${count} not as shipped`;
}

function messageOf(error: unknown): string {
  const message = (error as { message?: unknown } | undefined)?.message;
  return typeof message === 'string' ? message : 'That did not work.';
}

const styles = StyleSheet.create({
  all: { gap: 10 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
});
