import { OtherVersion, Problem, Unreachable } from '../api/client.js';

/**
 * Why the server does not have what was done here. `gone`: no answer. `busy`: for a while. `token`: it asks for one.
 * `behind`: its data went back behind what was seen, and it is not decided what becomes of the rest.
 * `version`: it is of another version than this page. `deleted`: the machine is not there any more. `full`: no room on its disk. `failed`: it could not do it.
 */
export type Trouble = 'gone' | 'busy' | 'token' | 'behind' | 'version' | 'deleted' | 'full' | 'failed';

export function troubleOf(error: unknown): Trouble {
  if (error instanceof Unreachable) return 'gone';
  if (error instanceof OtherVersion) return 'version';
  if (!(error instanceof Problem)) return 'failed';
  return BY_STATUS[error.status] ?? 'failed';
}

const BY_STATUS: Readonly<Record<number, Trouble>> = {
  401: 'token',
  404: 'deleted',
  429: 'busy',
  502: 'gone',
  503: 'busy',
  504: 'gone',
  507: 'full',
};
