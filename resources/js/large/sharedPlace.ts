import type { Watched } from '../ui/watched';

/** The first line in sight, counted from 0, and who has scrolled there last, so that the other one follows and does not lead back. */
export type SharedPlace = Watched<{ line: number; by: 'source' | 'words' }>;
