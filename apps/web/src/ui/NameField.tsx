import { Name } from '@alveus/plan';
import { useState } from 'react';
import { Field } from './Field';

/** A name is taken when the field is left, so that each letter is not an edit of its own. */
export function NameField({
  value,
  onChange,
  label = 'Name',
}: {
  value: string;
  onChange: (name: string) => void;
  label?: string;
}) {
  const [text, setText] = useState(value);
  const parsed = Name.safeParse(text);
  const take = (): void => {
    if (parsed.success && parsed.data !== value) onChange(parsed.data);
  };
  return (
    <Field
      label={label}
      value={text}
      onChange={setText}
      onLeave={take}
      onSubmit={take}
      error={parsed.success ? undefined : `Type a name: ${parsed.error.issues[0]?.message ?? ''}.`}
    />
  );
}
