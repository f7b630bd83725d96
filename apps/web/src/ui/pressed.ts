/**
 * What is pressed. A tap goes to it, though something moved it away from under the finger: a field above that was left by
 * the press itself says more than before, or a part of the screen comes in late. The browser would give the tap to
 * whatever lies there by then, or to nobody.
 */

interface Pressed {
  /** What can be tapped there; null where nothing can. */
  readonly element: HTMLElement | null;
  readonly x: number;
  readonly y: number;
}

/** From the press to the click, or until the finger slips. */
let pressed: Pressed | undefined;
let down = false;
const hearers = new Set<() => void>();

/** Whoever slips further off than this, px, thought better of it. */
const SLIPPED = 10;

/** The click comes after the lift. */
const CLICK_MS = 50;

const tappedBy = ({ target }: Event): HTMLElement | null =>
  target instanceof Element ? target.closest<HTMLElement>('a, button, input, label, [tabindex]') : null;

function press(event: PointerEvent): void {
  // Another finger does not change what the first one is on.
  if (event.isPrimary === false) return;
  down = true;
  pressed = { element: tappedBy(event), x: event.clientX, y: event.clientY };
}

function lift(): void {
  down = false;
  setTimeout(() => {
    for (const hear of [...hearers]) hear();
  }, CLICK_MS);
}

function cancel(): void {
  pressed = undefined;
  lift();
}

function click(event: MouseEvent): void {
  // Of the keyboard, or of the app itself.
  if (event.detail === 0) return;
  const meant = pressed;
  pressed = undefined;
  if (!meant || Math.hypot(event.clientX - meant.x, event.clientY - meant.y) > SLIPPED) return;
  const { element } = meant;
  // What is there no more was drawn anew in its place, as a rule.
  if (element === tappedBy(event) || element?.isConnected === false) return;
  event.preventDefault();
  event.stopPropagation();
  element?.click();
}

if (typeof document !== 'undefined') {
  document.addEventListener('pointerdown', press, true);
  document.addEventListener('pointerup', lift, true);
  document.addEventListener('pointercancel', cancel, true);
  document.addEventListener('click', click, true);
}

/** Whether something is. */
export const isPressed = (): boolean => down;

/** @returns stops it */
export function onLift(hear: () => void): () => void {
  hearers.add(hear);
  return () => void hearers.delete(hear);
}
