import type { FirmwareMode } from '../machine/index.js';
import type { TableStyle } from '../table/index.js';
import type { Family } from './system.js';

/** How a system stands to a mode and a style. `needs-bios-boot`: yes, given a BIOS boot partition of 1 MiB. */
export type Fit = 'yes' | 'needs-bios-boot' | 'unreliable' | 'no';

type Combination = `${FirmwareMode}-${TableStyle}`;

/** Common practice of the families' own installers; Windows' and macOS' are their documented rules. */
const FITS: Readonly<Record<Family, Readonly<Record<Combination, Fit>>>> = {
  windows: { 'uefi-gpt': 'yes', 'uefi-mbr': 'no', 'bios-mbr': 'yes', 'bios-gpt': 'no' },
  linux: { 'uefi-gpt': 'yes', 'uefi-mbr': 'unreliable', 'bios-mbr': 'yes', 'bios-gpt': 'needs-bios-boot' },
  macos: { 'uefi-gpt': 'yes', 'uefi-mbr': 'no', 'bios-mbr': 'no', 'bios-gpt': 'no' },
  bsd: { 'uefi-gpt': 'yes', 'uefi-mbr': 'unreliable', 'bios-mbr': 'yes', 'bios-gpt': 'needs-bios-boot' },
};

/** Whether a system can be installed and started in this mode from a disk of this style. */
export function fitOf(
  system: { readonly family: Family; readonly needsUefi: boolean },
  mode: FirmwareMode,
  style: TableStyle,
): Fit {
  if (mode === 'bios' && system.needsUefi) return 'no';
  return FITS[system.family][`${mode}-${style}`];
}
