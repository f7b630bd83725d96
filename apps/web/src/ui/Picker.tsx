import type { ReactNode } from 'react';
import { useDeferredValue, useId, useMemo, useState } from 'react';
import { FlatList, StyleSheet, View } from 'react-native';
import { useTones } from '../theme/ThemeProvider';
import { Button } from './Button';
import { Icon } from './Icon';
import { Search } from './Search';
import { Sheet } from './Sheet';
import type { KeyPress } from './Tap';
import { Tap } from './Tap';
import { Words } from './Words';

export interface PickerOption<T extends string> {
  readonly value: T;
  readonly label: string;
  /** What tells it from others of a like name. */
  readonly note?: string;
  /** Shows it to those who know it by sight. */
  readonly picture?: ReactNode;
}

interface PickerProps<T extends string> {
  label: string;
  options: readonly PickerOption<T>[];
  value: T | undefined;
  onChange: (value: T) => void;
  /** Those that are likely meant, such as what was used last: they stand first. */
  likely?: readonly T[];
  /** What is done where none of them is meant, such as typing one of one's own. */
  otherwise?: { readonly words: string; readonly onPress: () => void } | undefined;
}

/** More than this many, and a search is worth its room. */
const MANY = 8;

/** One of many: a field that opens a list to search, what is chosen and what is likely standing first. */
export function Picker<T extends string>({ label, options, value, onChange, likely = [], otherwise }: PickerProps<T>) {
  const tones = useTones();
  const [open, setOpen] = useState(false);
  const list = useId();
  const chosen = options.find((option) => option.value === value);
  const words = chosen?.label ?? 'Choose one';
  return (
    <View style={styles.field}>
      <Words size="small" tone="muted">
        {label}
      </Words>
      <Tap
        role="combobox"
        popup="listbox"
        expanded={open}
        controls={open ? list : undefined}
        label={`${label}: ${words}`}
        onPress={() => setOpen(true)}
        style={[styles.box, { borderColor: tones.muted, backgroundColor: tones.raised }]}
      >
        {chosen?.picture}
        <View style={styles.words}>
          <Words size="large" lines={1}>
            {words}
          </Words>
          {chosen?.note ? (
            <Words size="small" tone="muted" lines={1}>
              {chosen.note}
            </Words>
          ) : null}
        </View>
        <Icon name="down" color={tones.muted} />
      </Tap>
      {open ? (
        <PickerSheet
          id={list}
          label={label}
          options={options}
          value={value}
          likely={likely}
          otherwise={
            otherwise && {
              words: otherwise.words,
              onPress: () => {
                setOpen(false);
                otherwise.onPress();
              },
            }
          }
          onClose={() => setOpen(false)}
          onChange={(next) => {
            setOpen(false);
            onChange(next);
          }}
        />
      ) : null}
    </View>
  );
}

type PickerSheetProps<T extends string> = Required<Omit<PickerProps<T>, 'otherwise'>> &
  Pick<PickerProps<T>, 'otherwise'> & { id: string; onClose: () => void };

/** The list itself, for those who open it from something else than a field. */
export function PickerSheet<T extends string>({
  id,
  label,
  options,
  value,
  likely,
  otherwise,
  onChange,
  onClose,
}: Omit<PickerSheetProps<T>, 'value'> & { value: T | undefined }) {
  const [sought, setSought] = useState('');
  const searched = useDeferredValue(sought);
  const found = useMemo(() => ranked(options, value, likely, searched), [options, value, likely, searched]);
  const first = found[0];
  const move = (event: KeyPress): void => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step === 0) return;
    event.preventDefault();
    const rows = [...document.querySelectorAll<HTMLElement>('[role="option"]')];
    rows[Math.max(0, rows.indexOf(document.activeElement as HTMLElement) + step)]?.focus();
  };
  return (
    <Sheet
      title={label}
      onClose={onClose}
      filled
      foot={
        otherwise ? (
          <Button icon="plus" onPress={otherwise.onPress}>
            {otherwise.words}
          </Button>
        ) : undefined
      }
    >
      {options.length > MANY ? (
        <Search
          label={`Search: ${label}`}
          value={sought}
          onChange={setSought}
          style={styles.search}
          onSubmit={() => first && onChange(first.value)}
        />
      ) : null}
      <View id={id} aria-label={label} style={styles.list} {...({ role: 'listbox', onKeyDown: move } as object)}>
        <FlatList
          data={found}
          keyExtractor={(option) => option.value}
          initialNumToRender={14}
          keyboardShouldPersistTaps="handled"
          renderItem={({ item }) => <OptionRow option={item} chosen={item.value === value} onChange={onChange} />}
        />
      </View>
      {found.length === 0 ? (
        <View style={styles.none} role="status">
          <Words>No match.</Words>
        </View>
      ) : null}
    </Sheet>
  );
}

function OptionRow<T extends string>({
  option,
  chosen,
  onChange,
}: {
  option: PickerOption<T>;
  chosen: boolean;
  onChange: (value: T) => void;
}) {
  const tones = useTones();
  return (
    <Tap
      role="option"
      selected={chosen}
      onPress={() => onChange(option.value)}
      style={[styles.option, { borderColor: tones.line, backgroundColor: chosen ? tones.waterSoft : 'transparent' }]}
    >
      {option.picture}
      <View style={styles.words}>
        <Words strong={chosen}>{option.label}</Words>
        {option.note ? (
          <Words size="small" tone="muted">
            {option.note}
          </Words>
        ) : null}
      </View>
      {chosen ? <Icon name="check" color={tones.water} /> : null}
    </Tap>
  );
}

/** Those that hold every word that is sought; the chosen first, then the likely, then as they were given. */
export function ranked<T extends string>(
  options: readonly PickerOption<T>[],
  value: T | undefined,
  likely: readonly T[],
  sought: string,
): PickerOption<T>[] {
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
  const rank = (option: PickerOption<T>): number => {
    if (option.value === value) return -1;
    const at = likely.indexOf(option.value);
    return at < 0 ? likely.length : at;
  };
  return options
    .filter(({ label, note }) => {
      const text = `${label} ${note ?? ''}`.toLowerCase();
      return words.every((word) => text.includes(word));
    })
    .map((option, index) => ({ option, index }))
    .sort((a, b) => rank(a.option) - rank(b.option) || a.index - b.index)
    .map(({ option }) => option);
}

const styles = StyleSheet.create({
  field: { gap: 3, flexGrow: 1, flexShrink: 1, minWidth: 120 },
  box: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'flex-start',
    borderWidth: 1,
    paddingHorizontal: 12,
    paddingVertical: 4,
    gap: 8,
  },
  words: { flex: 1 },
  search: { margin: 12, borderRadius: 6 },
  list: { flex: 1, minHeight: 0 },
  option: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'flex-start',
    borderBottomWidth: 1,
    borderRadius: 0,
    paddingHorizontal: 16,
    paddingVertical: 6,
    gap: 8,
    minHeight: 56,
  },
  none: { padding: 16 },
});
