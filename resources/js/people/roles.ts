import type { Member } from '../api/client';

export type Role = Member['role'];

export const ROLES: Record<Role, string> = {
    reader: 'looks, compares, copies out',
    writer: 'writes drafts and saves',
    keeper: 'also changes rules and people, and lets versions go',
};
