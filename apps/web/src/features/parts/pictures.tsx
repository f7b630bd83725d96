import type { NodeForm } from '@alveus/plan';
import { formOf } from '@alveus/plan';
import type { ComponentType } from 'react';
import type * as pictures from '../../drawing/pictures';
import { View } from 'react-native';
import { later } from '../../ui/later';

/** Pictures come when the first of them is shown; what is told in words beside them does without. */

type Module = typeof pictures;

const picture = <Name extends keyof Module>(name: Name, width: number | '100%', height: number): Module[Name] => {
  const room = <View style={{ width, height }} />;
  return later(
    () => import('../../drawing/pictures').then((module) => module[name] as ComponentType<object>),
    room,
    () => room,
  ) as unknown as Module[Name];
};

export const FieldPicture = picture('FieldPicture', '100%', 170);
export const FormPicture = picture('FormPicture', 72, 56);
export const GivesPicture = picture('GivesPicture', 72, 56);
export const InvertPicture = picture('InvertPicture', '100%', 176);
export const ProtectionPicture = picture('ProtectionPicture', 72, 56);
export const SpillPicture = picture('SpillPicture', '100%', 190);

/** What can stand at a node, to choose among: each with its picture. */
export const formOptions = <Form extends NodeForm>(forms: readonly Form[]) =>
  forms.map((value) => ({ value, label: formOf(value).word, picture: <FormPicture form={value} /> }));
