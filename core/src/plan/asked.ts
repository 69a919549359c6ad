import { VOLUME_TRAITS } from '../volume/index.js';
import type { FoundNote } from './plan.js';

type Role = FoundNote['role'];

/** What holds files, so that how much they take is worth telling. */
const HOLDS_FILES: readonly Role[] = ['efi', 'system', 'root', 'home', 'boot', 'recovery', 'data', 'other'];
/** What may give room, so that how far it can is worth telling. */
const MAY_GIVE: readonly Role[] = ['system', 'home', 'root', 'data'];
/** Where it matters whether a volume is encrypted that may look plain. */
const MAY_BE_ENCRYPTED: readonly Role[] = ['system', 'data'];

/** What somebody is asked of a volume as found: only what this plan can make use of. */
export interface Asked {
  readonly used: boolean;
  readonly least: boolean;
  readonly encrypted: boolean;
}

export const askedOf = ({ role, kind }: Pick<FoundNote, 'role' | 'kind'>): Asked => ({
  used: HOLDS_FILES.includes(role),
  least: MAY_GIVE.includes(role),
  encrypted: VOLUME_TRAITS[kind].encryption.is === 'may-look-plain' && MAY_BE_ENCRYPTED.includes(role),
});
