import { openFrame } from './opening';

/** What this page began with. It lives as long as the page. */
export const opening = openFrame();
