import { foundByType } from './rules/found-by-type.js';
import { kernelsElsewhere } from './rules/kernels-elsewhere.js';
import { rootShared } from './rules/root-shared.js';
import { madeTooSmall } from './rules/made-too-small.js';
import { markedReadOnly } from './rules/marked-read-only.js';
import { typeContent } from './rules/type-content.js';
import { notStarted } from './rules/not-started.js';
import { encryptionDropped } from './rules/encryption-dropped.js';
import { encryptsItselfRule } from './rules/encrypts-itself.js';
import { mountedOverRule } from './rules/mounted-over.js';
import { luksChanges } from './rules/luks-changes.js';
import { macosMachine } from './rules/macos-machine.js';
import { twoWindows } from './rules/two-windows.js';
import { cannotChange } from './rules/cannot-change.js';
import { insideRoom } from './rules/inside-room.js';
import { keptBroken } from './rules/kept-broken.js';
import { mountPlace } from './rules/mount-place.js';
import { homeShared } from './rules/home-shared.js';
import { bootShared } from './rules/boot-shared.js';
import { bootEncrypted } from './rules/boot-encrypted.js';
import { firstSector } from './rules/first-sector.js';
import { biosLimits } from './rules/bios-limits.js';
import { hibernateLocked } from './rules/hibernate-locked.js';
import { supportEnded } from './rules/support-ended.js';
import { fatLimits } from './rules/fat-limits.js';
import { encryptionUnknown } from './rules/encryption-unknown.js';
import { sealedKey } from './rules/sealed-key.js';
import { controllerRaid } from './rules/controller-raid.js';
import { windowsTpm } from './rules/windows-tpm.js';
import { firmwareWordSize } from './rules/firmware-word-size.js';
import { certificatesOld } from './rules/certificates-old.js';
import { entriesFull } from './rules/entries-full.js';
import { windowsMemory } from './rules/windows-memory.js';
import { swapTaken } from './rules/swap-taken.js';
import { cannotShrink } from './rules/cannot-shrink.js';
import { efiType } from './rules/efi-type.js';
import { slotsFull } from './rules/slots-full.js';
import { windowsOnLogical } from './rules/windows-on-logical.js';
import { logicalRenumbered } from './rules/logical-renumbered.js';
import { tableConverted } from './rules/table-converted.js';
import { noOrder } from './rules/no-order.js';
import { longExposure } from './rules/long-exposure.js';
import { recoveryBetween } from './rules/recovery-between.js';
import { roomElsewhere } from './rules/room-elsewhere.js';
import { startTarget } from './rules/start-target.js';
import { startLost } from './rules/start-lost.js';
import { chooserGoes } from './rules/chooser-goes.js';
import { oneLoader } from './rules/one-loader.js';
import { encryptedRoot } from './rules/encrypted-root.js';
import { swapInTheClear } from './rules/swap-in-the-clear.js';
import { rootKept } from './rules/root-kept.js';
import { oldSettings } from './rules/old-settings.js';
import { homeUnmounted } from './rules/home-unmounted.js';
import { hostGone } from './rules/host-gone.js';
import { hostLocked } from './rules/host-locked.js';
import { hostKind } from './rules/host-kind.js';
import { hostSleeps } from './rules/host-sleeps.js';
import { hostFull } from './rules/host-full.js';
import { swapRemade } from './rules/swap-remade.js';
import { retiredRoom } from './rules/retired-room.js';
import { mountTableStale } from './rules/mount-table-stale.js';
import { labelMissing } from './rules/label-missing.js';
import { notOwnTool } from './rules/not-own-tool.js';
import { tooManyEntries } from './rules/too-many-entries.js';
import { misaligned } from './rules/misaligned.js';
import { mbrOnBlank } from './rules/mbr-on-blank.js';
import { volumeSize } from './rules/volume-size.js';
import { leftInUse } from './rules/left-in-use.js';
import { bareVolume } from './rules/bare-volume.js';
import { activePrimary } from './rules/active-primary.js';
import { belowAdvised } from './rules/below-advised.js';
import { belowFloor } from './rules/below-floor.js';
import { biosBootMissing } from './rules/bios-boot-missing.js';
import { bootMissing } from './rules/boot-missing.js';
import { clocks } from './rules/clocks.js';
import { dataErased } from './rules/data-erased.js';
import { duplicateId } from './rules/duplicate-id.js';
import { duplicateLabel } from './rules/duplicate-label.js';
import { efiContent } from './rules/efi-content.js';
import { efiFat32 } from './rules/efi-fat32.js';
import { efiFormatted } from './rules/efi-formatted.js';
import { efiMissing } from './rules/efi-missing.js';
import { efiMount } from './rules/efi-mount.js';
import { efiNotUsed } from './rules/efi-not-used.js';
import { efiSmall } from './rules/efi-small.js';
import { encryptedVolume } from './rules/encrypted-volume.js';
import { floorUnknown } from './rules/floor-unknown.js';
import { hibernateSwap } from './rules/hibernate-swap.js';
import { lookAlike } from './rules/look-alike.js';
import { mbrReach } from './rules/mbr-reach.js';
import { mediumStartUnknown } from './rules/medium-start-unknown.js';
import { modesMixed } from './rules/modes-mixed.js';
import { mountTwice } from './rules/mount-twice.js';
import { noRoom } from './rules/no-room.js';
import { noRoot } from './rules/no-root.js';
import { nobodyOwns } from './rules/nobody-owns.js';
import { numberOrder } from './rules/number-order.js';
import { opaqueMember } from './rules/opaque-member.js';
import { recoveryDeleted } from './rules/recovery-deleted.js';
import { rootContent } from './rules/root-content.js';
import { entryLost } from './rules/entry-lost.js';
import { entryMissing } from './rules/entry-missing.js';
import { entryNowhere } from './rules/entry-nowhere.js';
import { entryTwice } from './rules/entry-twice.js';
import { sameSizeDisk } from './rules/same-size-disk.js';
import { setupOver } from './rules/setup-over.js';
import { secureBootRefuses } from './rules/secure-boot-refuses.js';
import { secureBootUnsigned } from './rules/secure-boot-unsigned.js';
import { sharedData } from './rules/shared-data.js';
import { sharedSwap } from './rules/shared-swap.js';
import { sliver } from './rules/sliver.js';
import { startMoves } from './rules/start-moves.js';
import { swapAdvised } from './rules/swap-advised.js';
import { systemCannotStart } from './rules/system-cannot-start.js';
import { systemSize } from './rules/system-size.js';
import { tableDamage } from './rules/table-damage.js';
import { twoEfi } from './rules/two-efi.js';
import { volumeInUse } from './rules/volume-in-use.js';
import { windowsLater } from './rules/windows-later.js';
import type { Rule } from './rule.js';

/** Every rule, in the order in which findings of one level are shown. */
export const RULES: readonly Rule[] = [
  bareVolume,
  leftInUse,
  volumeSize,
  systemCannotStart,
  modesMixed,
  mediumStartUnknown,
  secureBootUnsigned,
  secureBootRefuses,
  firmwareWordSize,
  certificatesOld,
  entriesFull,
  setupOver,
  mbrReach,
  activePrimary,
  efiMissing,
  efiNotUsed,
  biosBootMissing,
  tableDamage,
  duplicateId,
  duplicateLabel,
  opaqueMember,
  numberOrder,
  sliver,
  noRoom,
  noRoot,
  belowFloor,
  floorUnknown,
  belowAdvised,
  systemSize,
  startMoves,
  encryptedVolume,
  volumeInUse,
  dataErased,
  recoveryDeleted,
  efiFormatted,
  efiContent,
  efiSmall,
  efiFat32,
  efiMount,
  twoEfi,
  entryLost,
  entryNowhere,
  entryMissing,
  entryTwice,
  bootMissing,
  mountTwice,
  rootContent,
  sharedData,
  swapAdvised,
  hibernateSwap,
  sharedSwap,
  clocks,
  nobodyOwns,
  windowsLater,
  lookAlike,
  sameSizeDisk,
  mbrOnBlank,
  tooManyEntries,
  notOwnTool,
  mountTableStale,
  misaligned,
  labelMissing,
  slotsFull,
  windowsOnLogical,
  logicalRenumbered,
  tableConverted,
  noOrder,
  longExposure,
  recoveryBetween,
  roomElsewhere,
  startTarget,
  startLost,
  chooserGoes,
  oneLoader,
  encryptedRoot,
  swapInTheClear,
  rootKept,
  oldSettings,
  homeUnmounted,
  hostGone,
  hostLocked,
  hostKind,
  hostSleeps,
  hostFull,
  swapRemade,
  retiredRoom,
  cannotShrink,
  efiType,
  cannotChange,
  insideRoom,
  keptBroken,
  mountPlace,
  homeShared,
  bootShared,
  bootEncrypted,
  firstSector,
  biosLimits,
  hibernateLocked,
  supportEnded,
  fatLimits,
  encryptionUnknown,
  sealedKey,
  windowsMemory,
  windowsTpm,
  controllerRaid,
  swapTaken,
  twoWindows,
  macosMachine,
  luksChanges,
  encryptionDropped,
  encryptsItselfRule,
  mountedOverRule,
  madeTooSmall,
  markedReadOnly,
  typeContent,
  foundByType,
  kernelsElsewhere,
  rootShared,
  // Last: of outcomes it speaks only where no cause was told.
  notStarted,
];
