import { clearanceFor, DEFAULT_PROFILE, handDigFor } from '@alveus/core';
import { Distance, ONLY, rulesFor, serviceOf, SERVICES, Slope, UTILITIES } from '@alveus/plan';
import type { Profile, Service, ServiceRule, Utility } from '@alveus/plan';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { UTILITY_MARKS } from '../../drawing/utilities';
import { useAppSelector } from '../../store';
import { selectLine } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { useTones } from '../../theme/ThemeProvider';
import { Button, Choice, NameField, PlanMeasure, usePrint, Words } from '../../ui/measured';
import { SEVERITY_WORD } from '../parts/Findings';

/** The rules that findings judge by. They are part of the plan: type what the local code says. */
export function RulesStage() {
  const tones = useTones();
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const line = useAppSelector(selectLine);
  const [service, setService] = useState<Service>(line?.line.service ?? 'storm');
  const profile = plan.profile[ONLY] ?? DEFAULT_PROFILE;
  const put = (next: Profile): void => edit([{ op: 'put', item: next }]);
  const rule = rulesFor(profile, service);
  const putRule = (next: ServiceRule): void => put({ ...profile, services: { ...profile.services, [service]: next } });

  return (
    <ScrollView style={{ backgroundColor: tones.card }}>
      <View style={styles.page}>
        <Words size="title" strong heading={2}>
          Rules in force
        </Words>
        <Words>
          These decide what becomes a finding. They start as common practice and published tables; the local code and
          the inspector come first, so change whatever they say otherwise. They are saved with the plan.
        </Words>
        <NameField
          key={profile.name}
          label="Name of these rules"
          value={profile.name}
          onChange={(name) => put({ ...profile, name })}
        />
        <PlanMeasure
          label="Trench depth from which protection must be stated"
          quantity="depth"
          value={profile.protectionDepth.depth}
          onChange={(depth) =>
            depth !== undefined && put({ ...profile, protectionDepth: { ...profile.protectionDepth, depth } })
          }
          limit={Distance}
          hint={profile.protectionDepth.source}
        />
        <Choice
          label="Service"
          options={SERVICES.map((value) => ({ value, label: serviceOf(value).word }))}
          value={service}
          onChange={setService}
        />
        <View style={styles.row}>
          <PlanMeasure
            label="Least cover, feet only"
            quantity="thickness"
            value={rule.cover.foot}
            limit={Distance}
            onChange={(foot) => foot !== undefined && putRule({ ...rule, cover: { ...rule.cover, foot } })}
          />
          <PlanMeasure
            label="Least cover, vehicles"
            quantity="thickness"
            value={rule.cover.vehicles}
            limit={Distance}
            onChange={(vehicles) => vehicles !== undefined && putRule({ ...rule, cover: { ...rule.cover, vehicles } })}
            hint={rule.cover.source}
          />
        </View>
        <Words strong>Least slope, by pipe size</Words>
        {rule.leastSlope.map((band, index) => (
          <SlopeBandRow
            key={`${service}${index}`}
            band={band}
            onChange={(least) =>
              putRule({
                ...rule,
                leastSlope: rule.leastSlope.map((one, at) => (at === index ? { ...one, least } : one)),
              })
            }
          />
        ))}
        {rule.steep ? (
          <PlanMeasure
            key={`${service}steep`}
            label={rule.steep.by === 'slope' ? 'Looks odd above' : 'Looks odd above, running full'}
            quantity={rule.steep.by === 'slope' ? 'slope' : 'speed'}
            value={rule.steep.limit}
            limit={rule.steep.by === 'slope' ? Slope : Distance}
            hint={rule.steep.source}
            onChange={(value) =>
              value !== undefined && rule.steep && putRule({ ...rule, steep: { ...rule.steep, limit: value } })
            }
          />
        ) : (
          <Words tone="muted">No upper limit on the slope of this service.</Words>
        )}
        <Utilities profile={profile} service={service} onChange={put} />
        {plan.profile[ONLY] ? (
          <Button onPress={() => edit([{ op: 'remove', kind: 'profile', id: ONLY }])}>Back to common practice</Button>
        ) : null}
      </View>
    </ScrollView>
  );
}

const SIDE_WORDS = { above: 'Our pipe over it', below: 'Our pipe under it', beside: 'Beside it' } as const;
const TYPED = 'typed in these rules';

/** What is kept from utilities, outside to outside, and how far round them is dug by hand. */
function Utilities({
  profile,
  service,
  onChange,
}: {
  profile: Profile;
  service: Service;
  onChange: (profile: Profile) => void;
}) {
  const [utility, setUtility] = useState<Utility>('gas');
  const clearance = clearanceFor(profile, service, utility);
  const hand = handDigFor(profile);
  const set =
    (side: keyof typeof SIDE_WORDS) =>
    (value: number | undefined): void => {
      if (value !== undefined)
        onChange({
          ...profile,
          clearances: { ...profile.clearances, [utility]: { ...clearance, [side]: value, source: TYPED } },
        });
    };
  return (
    <>
      <Words strong>Clear of utilities</Words>
      <PlanMeasure
        label="Dug by hand, each side"
        quantity="thickness"
        value={hand.each}
        limit={Distance}
        onChange={(each) => each !== undefined && onChange({ ...profile, handDig: { each, source: TYPED } })}
        hint={hand.source}
      />
      <Choice
        label="Utility"
        options={UTILITIES.map((value) => ({
          value,
          label: `${UTILITY_MARKS[value].letter} · ${UTILITY_MARKS[value].word}`,
        }))}
        value={utility}
        onChange={setUtility}
      />
      <View style={styles.row}>
        {(Object.keys(SIDE_WORDS) as (keyof typeof SIDE_WORDS)[]).map((side) => (
          <PlanMeasure
            key={`${utility}${side}`}
            label={SIDE_WORDS[side]}
            quantity="thickness"
            value={clearance[side]}
            limit={Distance}
            onChange={set(side)}
          />
        ))}
      </View>
      <Words size="small" tone="muted">
        {`Rule: ${clearance.source}. The owner of the utility and the local code decide.`}
      </Words>
    </>
  );
}

function SlopeBandRow({
  band,
  onChange,
}: {
  band: ServiceRule['leastSlope'][number];
  onChange: (least: number) => void;
}) {
  const print = usePrint();
  const from = band.fromNominal > 0 ? `From ${print(band.fromNominal, 'thickness')} pipe` : 'All sizes';
  return (
    <PlanMeasure
      label={`${from}: ${SEVERITY_WORD[band.severity].toLowerCase()} below`}
      quantity="slope"
      value={band.least}
      limit={Slope}
      onChange={(least) => least !== undefined && onChange(least)}
      hint={band.source}
    />
  );
}

const styles = StyleSheet.create({
  page: { padding: 16, gap: 14, maxWidth: 720, width: '100%', alignSelf: 'center', paddingBottom: 48 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
});
