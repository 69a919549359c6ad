/** A Linux in a volume group within LUKS: root, home and swap, all found. */
export const LINUX_IN_LUKS = `rhizotome 1
machine m
firmware uefi, now uefi, installer uefi, secure boot off
memory 16 GiB
medium nvme, device nvme0n1
disk, size 500107862016 B, table gpt
found 1, at 1 MiB, size 1 GiB, type "EFI system", holds fat, label ESP
found 2, at 1025 MiB, size 1 GiB, type "Linux data", holds ext4, label boot
found 3, at 2049 MiB, size 200 GiB, type "Linux LUKS", holds luks
> holds lvm, called luks-abc, spans 199 GiB
>> holds ext4, called root, spans 60 GiB, used 20 GiB by reported, mounted /
>> holds ext4, called home, spans 100 GiB, used 70 GiB by reported, mounted /home
>> holds swap, called swap, spans 8 GiB
plan uefi, table gpt, keep
system Linux, as l, found, like linux-desktop
note 1, owners "Linux"
note 2, role boot, owners "Linux"
note 3, owners "Linux"
part from 1, keep, owners "Linux", mount /boot/efi
part from 2, keep, owners "Linux", mount /boot
part from 3, keep, owners "Linux"
`;
