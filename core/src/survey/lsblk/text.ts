import { Refused } from '../outcome.js';
import { LSBLK_COMMAND, nameOf, type Device } from './device.js';
import { parseJson } from '../../schema/index.js';
import { message } from '../../words/index.js';

const LONGEST_TEXT = 4 * 1024 * 1024;
/** Lines of grep: `/sys/class/block/sda1/start:2048`. */
const SYS_LINE = /^\/sys\/(?:class\/)?block\/(?:[^/\s]+\/)?([^/\s]+)\/(start|partition):(\d+)\s*$/gm;

/** The devices in a pasted text, as lsblk lists them, with what /sys tells of them beneath the JSON. */
export function devicesIn(text: string): Device[] {
  if (text.length > LONGEST_TEXT) throw new Refused(message('lsblk.too-long'));
  const list = (parse(jsonIn(text)) as { blockdevices?: unknown } | null)?.blockdevices;
  if (!Array.isArray(list)) throw new Refused(message('lsblk.no-list', { command: LSBLK_COMMAND }));
  const facts = new Map<string, Record<string, number>>();
  for (const [, name, what, said] of text.matchAll(SYS_LINE))
    facts.set(name!, { ...facts.get(name!), [what === 'start' ? 'start' : 'partn']: Number(said) });
  return objects(list).map((device) => withFacts(device, facts));
}

/** From the first brace to the last: what a shell prints before or behind is no part of it. */
function jsonIn(text: string): string {
  const [from, to] = [text.indexOf('{'), text.lastIndexOf('}')];
  return from >= 0 && to > from ? text.slice(from, to + 1) : text;
}

function parse(json: string): unknown {
  try {
    return parseJson(json);
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error);
    const command = LSBLK_COMMAND;
    throw new Refused(
      /unknown column/.test(json)
        ? message('lsblk.column-unknown', { command })
        : message('lsblk.not-json', { reason, command }),
    );
  }
}

function withFacts(device: Device, facts: ReadonlyMap<string, object>): Device {
  const inner = device['children'];
  return {
    ...facts.get(nameOf(device)),
    // What lsblk has told itself stands before; it prints null for what does not apply.
    ...Object.fromEntries(Object.entries(device).filter(([, value]) => value !== null)),
    ...(Array.isArray(inner) ? { children: objects(inner).map((child) => withFacts(child, facts)) } : {}),
  };
}

const objects = (list: readonly unknown[]): Device[] =>
  list.filter((d): d is Device => typeof d === 'object' && d !== null && !Array.isArray(d));
