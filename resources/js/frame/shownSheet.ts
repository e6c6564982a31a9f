import type { Row } from '../api/client';
import type { Incoming, Making } from '../shell/context';

/** What lies over the view: one at a time. */
export type ShownSheet =
    | {
          name:
              | 'open'
              | 'palette'
              | 'shortcuts'
              | 'settings'
              | 'incoming'
              | 'keeping'
              | 'watch'
              | 'preferences'
              | 'notices'
              | 'states'
              | 'session';
      }
    | { name: 'make'; making: Making }
    | { name: 'set aside'; row: Row }
    | { name: 'move on'; row: Row }
    | { name: 'lock'; row: Row }
    | { name: 'upload'; files: Incoming[]; folder: string };
