import type { ReactNode } from 'react';
import { createContext, useCallback, useContext, useEffect, useState } from 'react';
import type { StyleProp, ViewStyle } from 'react-native';
import { useWindowDimensions, View } from 'react-native';
import { later } from './later';
import { isPressed, onLift } from './pressed';

/** Only fingers ask for it; where it is not here, the keyboard of the device is. */
const Pad = later(
  () => import('./Pad').then((module) => module.Pad),
  null,
  () => null,
);

/** Whether measurements are typed on the pad: it stands in for the keyboard of the device, which stays away. */
const PadWanted = createContext(false);

export const usePadWanted = (): boolean => useContext(PadWanted);

/** Set on a field that is given the focus anew in the middle of typing: what stands in it is not chosen then. */
export const KEEPS_CARET = 'keepsCaret';

/** Fields of measurements are known by it. */
export const MEASURE = 'measure';

/** What is measured by the field that has the focus; false where it is none of them. */
function inMeasure(): string | false {
  const field = document.activeElement;
  return field instanceof HTMLElement ? (field.dataset[MEASURE] ?? false) : false;
}

/** Where the pad would leave no room for what is typed, the device's own keyboard does. */
const LEAST_HEIGHT = 600;

/** For fingers: a mouse has a keyboard beside it. */
const FINGERS = typeof matchMedia === 'function' && matchMedia('(pointer: coarse)').matches;

/** Shows the pad under what is in it, as long as one of its measurements has the focus. */
export function PadArea({ children, style }: { children: ReactNode; style?: StyleProp<ViewStyle> }) {
  const { height } = useWindowDimensions();
  const [letters, setLetters] = useState(false);
  const [typing, setTyping] = useState<string | false>(false);
  const wanted = FINGERS && height >= LEAST_HEIGHT && !letters;
  useEffect(() => {
    if (typing) document.activeElement?.scrollIntoView({ block: 'nearest' });
  }, [typing]);
  const look = useCallback((): void => {
    // What is pressed must not move away under the finger: it is looked when that is lifted.
    if (isPressed()) return;
    if (inMeasure() === false) {
      setTyping(false);
      // The letters were for one field.
      setLetters(false);
      return;
    }
    Pad.load().then(
      // By then another may have the focus, or something is pressed.
      () => !isPressed() && setTyping(inMeasure()),
      // Without signal, say: what is typed on then is the keyboard of the device.
      () => setLetters(true),
    );
  }, []);
  useEffect(() => (FINGERS ? onLift(look) : undefined), [look]);
  if (!FINGERS) return <View style={style}>{children}</View>;
  const useLetters = (): void => {
    const field = document.activeElement;
    setLetters(true);
    if (!(field instanceof HTMLInputElement)) return;
    const { selectionStart, selectionEnd } = field;
    // Only what gets the focus anew brings up the keyboard; the caret stays where it was.
    setTimeout(() => {
      field.blur();
      field.dataset[KEEPS_CARET] = '';
      field.focus();
      delete field.dataset[KEEPS_CARET];
      field.setSelectionRange(selectionStart, selectionEnd);
    });
  };
  return (
    <PadWanted value={wanted}>
      {/* What has the focus is known once it has moved. */}
      <View style={style} onFocus={() => setTimeout(look)} onBlur={() => setTimeout(look)}>
        {children}
        {wanted && typing !== false ? <Pad slope={typing === 'slope'} onLetters={useLetters} /> : null}
      </View>
    </PadWanted>
  );
}
