/** Whether something is pressed: what comes in late must not move it away under the finger, or the tap is lost. */

let down = false;
const hearers = new Set<() => void>();
let tooLong: ReturnType<typeof setTimeout> | undefined;

/** A lift may never be told, such as while the browser asks something; and what is held long is not tapped. */
const LONGEST_MS = 2000;

/** The click comes after the lift. */
const CLICK_MS = 50;

function press(): void {
  clearTimeout(tooLong);
  down = true;
  tooLong = setTimeout(lift, LONGEST_MS);
}

function lift(): void {
  clearTimeout(tooLong);
  down = false;
  setTimeout(() => {
    for (const hear of [...hearers]) hear();
  }, CLICK_MS);
}

if (typeof document !== 'undefined') {
  document.addEventListener('pointerdown', press, true);
  document.addEventListener('pointerup', lift, true);
  document.addEventListener('pointercancel', lift, true);
}

export const isPressed = (): boolean => down;

/** @returns stops it */
export function onLift(hear: () => void): () => void {
  hearers.add(hear);
  return () => void hearers.delete(hear);
}

/** At once where nothing is pressed. */
export async function lifted(): Promise<void> {
  if (!down) return;
  await new Promise<void>((resolve) => {
    const stop = onLift(() => {
      stop();
      resolve();
    });
  });
}
