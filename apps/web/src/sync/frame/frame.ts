import type { FrameStore } from '../../store/frame/store';
import type { Device } from './device';
import type { JobActions } from './jobActions';

/** What is there before any job is open, as long as the page. */
export interface Frame {
  readonly store: FrameStore;
  /** Undefined where the browser keeps nothing. */
  readonly device: Device | undefined;
  readonly jobs: JobActions;
  /** Has what waits on the device sent. */
  readonly run: () => Promise<void>;
}
