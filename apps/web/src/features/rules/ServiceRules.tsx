import { Distance, rulesFor, serviceOf, SERVICES, Slope } from '@alveus/plan';
import type { Profile, Service, ServiceRule } from '@alveus/plan';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectLine } from '../../store/results';
import { Choice, usePrint, Words } from '../../ui/measured';
import { SEVERITY_WORD } from '../../drawing/severity';
import { RuleMeasure } from './RuleMeasure';

export const SERVICE_TITLE = 'Slope and cover by service';

/** The limits of each service: least slope by size, cover, and from where a line looks too steep. */
export function ServiceRules({ profile, onChange }: { profile: Profile; onChange: (profile: Profile) => void }) {
  const line = useAppSelector(selectLine);
  const [service, setService] = useState<Service>(line?.line.service ?? 'storm');
  const rule = rulesFor(profile, service);
  const put = (next: ServiceRule): void => onChange({ ...profile, services: { ...profile.services, [service]: next } });
  const { steep } = rule;
  return (
    <>
      <Words size="large" strong heading={3}>
        {SERVICE_TITLE}
      </Words>
      <Choice
        label="Service"
        options={SERVICES.map((value) => ({ value, label: serviceOf(value).word }))}
        value={service}
        onChange={setService}
      />
      <View style={styles.row}>
        <RuleMeasure
          label="Minimum cover, foot traffic"
          quantity="thickness"
          value={rule.cover.foot}
          limit={Distance}
          onChange={(foot) => foot !== undefined && put({ ...rule, cover: { ...rule.cover, foot } })}
        />
        <RuleMeasure
          label="Minimum cover, vehicles"
          quantity="thickness"
          value={rule.cover.vehicles}
          limit={Distance}
          onChange={(vehicles) => vehicles !== undefined && put({ ...rule, cover: { ...rule.cover, vehicles } })}
          hint={`Source: ${rule.cover.source}`}
        />
      </View>
      <Words strong>Minimum slope, by pipe size</Words>
      {rule.leastSlope.map((band, index) => (
        <SlopeBandRow
          key={`${service}${index}`}
          band={band}
          onChange={(least) =>
            put({
              ...rule,
              leastSlope: rule.leastSlope.map((step, at) => (at === index ? { ...step, least } : step)),
            })
          }
        />
      ))}
      {steep ? (
        <RuleMeasure
          key={`${service}steep`}
          label={steep.by === 'slope' ? 'Unusual above' : 'Unusual above, running full'}
          quantity={steep.by === 'slope' ? 'slope' : 'speed'}
          value={steep.limit}
          limit={steep.by === 'slope' ? Slope : Distance}
          hint={`Source: ${steep.source}`}
          onChange={(limit) => limit !== undefined && put({ ...rule, steep: { ...steep, limit } })}
        />
      ) : (
        <Words tone="muted">No upper limit on the slope of this service.</Words>
      )}
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
    <RuleMeasure
      label={`${from}: ${SEVERITY_WORD[band.severity].toLowerCase()} below`}
      quantity="slope"
      value={band.least}
      limit={Slope}
      onChange={(least) => least !== undefined && onChange(least)}
      hint={`Source: ${band.source}`}
    />
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 } });
