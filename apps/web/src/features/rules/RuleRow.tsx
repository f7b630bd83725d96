import type { RuleInfo } from '@alveus/core';
import { limitOf } from '@alveus/core';
import type { Profile, RuleSetting, Severity } from '@alveus/plan';
import { Distance, RuleSetting as Setting } from '@alveus/plan';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useTones } from '../../theme/ThemeProvider';
import { Choice, Field, Icon, Tap, usePrint, Words } from '../../ui/measured';
import { SEVERITY_WORD } from '../../drawing/severity';
import { RuleMeasure } from './RuleMeasure';

interface RuleRowProps {
  rule: RuleInfo;
  profile: Profile;
  onChange: (profile: Profile) => void;
}

type Weight = Severity | 'off';
const WEIGHTS: readonly { value: Weight; label: string }[] = [
  { value: 'stop', label: SEVERITY_WORD.stop },
  { value: 'fix', label: SEVERITY_WORD.fix },
  { value: 'watch', label: SEVERITY_WORD.watch },
  { value: 'off', label: 'Off' },
];

/** One rule: what it asks, how grave it is, its number and whose it is. It opens to be changed. */
export function RuleRow({ rule, profile, onChange }: RuleRowProps) {
  const tones = useTones();
  const print = usePrint();
  const [open, setOpen] = useState(false);
  const setting = profile.rules[rule.name] ?? {};
  const weight: Weight = setting.on === false ? 'off' : (setting.severity ?? rule.severity);
  const number = rule.number && limitOf(profile, { ...rule, number: rule.number });
  const put = (next: RuleSetting): void => {
    const { [rule.name]: _, ...others } = profile.rules;
    const said = Object.fromEntries(Object.entries(next).filter(([, value]) => value !== undefined));
    onChange({ ...profile, rules: Object.keys(said).length === 0 ? others : { ...others, [rule.name]: said } });
  };
  const { on: _on, severity: _severity, ...rest } = setting;
  const weigh = (next: Weight): void =>
    put(next === 'off' ? { ...rest, on: false } : next === rule.severity ? rest : { ...rest, severity: next });
  const figure =
    rule.number && number ? `${rule.number.words.toLowerCase()} ${print(number.value, rule.number.quantity)}` : '';
  return (
    <View role="listitem" style={[styles.row, { borderColor: tones.line }]}>
      <Tap onPress={() => setOpen(!open)} expanded={open} style={styles.head}>
        <Icon name={weight === 'off' ? 'close' : 'rules'} color={tones.muted} />
        <View style={styles.text}>
          <Words strong tone={weight === 'off' ? 'muted' : 'ink'}>
            {rule.title}
          </Words>
          <Words size="small" tone="muted">
            {[weight === 'off' ? 'Off' : SEVERITY_WORD[weight], figure, setting.note ? `note: ${setting.note}` : '']
              .filter(Boolean)
              .join(' · ')}
          </Words>
        </View>
      </Tap>
      {open ? (
        <View style={styles.open}>
          <Choice label={`Severity: ${rule.title}`} options={WEIGHTS} value={weight} onChange={weigh} />
          {rule.number && number ? (
            <RuleMeasure
              label={rule.number.words}
              quantity={rule.number.quantity}
              value={number.value}
              limit={Distance}
              hint={`Source: ${number.source}`}
              onChange={(limit) => {
                const { limit: _limit, ...others } = setting;
                put(limit === undefined || limit === rule.number?.value ? others : { ...others, limit });
              }}
            />
          ) : null}
          <Note
            label={`Note on ${rule.title}`}
            value={setting.note ?? ''}
            onChange={(note) => {
              const { note: _note, ...others } = setting;
              put(note === '' ? others : { ...others, note });
            }}
          />
          <Words size="small" tone="muted">
            {`Rule: ${setting.source ?? number?.source ?? rule.source}.${rule.local ? ' The local rule and the inspector decide.' : ''}`}
          </Words>
        </View>
      ) : null}
    </View>
  );
}

/** Why it is so here, in the words of whoever changed it: taken when the field is left. */
function Note({ label, value, onChange }: { label: string; value: string; onChange: (note: string) => void }) {
  const [text, setText] = useState(value);
  const parsed = Setting.shape.note.safeParse(text);
  const take = (): void => {
    if (parsed.success && (parsed.data ?? '') !== value) onChange(parsed.data ?? '');
  };
  return (
    <Field
      label={label}
      value={text}
      onChange={setText}
      onLeave={take}
      onSubmit={take}
      error={parsed.success ? undefined : parsed.error.issues[0]?.message}
    />
  );
}

const styles = StyleSheet.create({
  row: { borderBottomWidth: 1 },
  head: { flexDirection: 'row', justifyContent: 'flex-start', alignItems: 'center', gap: 10, paddingVertical: 8 },
  text: { flex: 1, gap: 2 },
  open: { gap: 10, paddingBottom: 14, paddingLeft: 34 },
});
