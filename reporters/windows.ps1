# Prints what Rhizotome needs to know of this computer: boot mode, memory, disks, space in use, encryption, sleep, clock.
# It reads only; it changes nothing, and writes nothing but what it prints. No serial numbers, computer or user names.
# As administrator it also tells how far volumes can shrink, and which are encrypted.
& {
  $ErrorActionPreference = 'SilentlyContinue'
  $storage = 'root/Microsoft/Windows/Storage'
  $system = Get-CimInstance -ClassName Win32_OperatingSystem
  $computer = Get-CimInstance -ClassName Win32_ComputerSystem
  $identity = [Security.Principal.WindowsPrincipal][Security.Principal.WindowsIdentity]::GetCurrent()
  $administrator = $identity.IsInRole([Security.Principal.WindowsBuiltInRole]::Administrator)
  $control = 'HKLM:\SYSTEM\CurrentControlSet\Control'

  function Setting($key, $name) { (Get-ItemProperty -Path "$control\$key" -Name $name).$name }
  function YesNo($value) { if ($null -ne $value) { $value -eq 1 } }
  # An id without its braces; nothing where there is none.
  function Bare($id) { if ($id) { "$id".Trim('{', '}').ToLower() } }

  $mode = switch ($env:firmware_type) { 'UEFI' { 'uefi' } 'Legacy' { 'bios' } }
  $tpm = Get-CimInstance -Namespace root/cimv2/Security/MicrosoftTpm -ClassName Win32_Tpm
  $tpmVersion = if ($tpm) { "$($tpm.SpecVersion)".Split(',')[0] } elseif ($administrator) { 'none' }
  # The certificates of Secure Boot name the year in which they were made.
  $database = try { (Get-SecureBootUEFI -Name db).Bytes } catch { }
  $certificates = if ($database) {
    if ((-join [char[]]$database) -match 'UEFI CA 2023') { '2023' } else { '2011' }
  }
  $clock = if ((Setting 'TimeZoneInformation' 'RealTimeIsUniversal') -eq 1) { 'utc' } else { 'local' }

  $volumes = @{}
  Get-CimInstance -Namespace $storage -ClassName MSFT_Volume | ForEach-Object { $volumes[$_.Path] = $_ }
  $locks = @{}
  Get-CimInstance -Namespace root/cimv2/Security/MicrosoftVolumeEncryption -ClassName Win32_EncryptableVolume |
    ForEach-Object { $locks[$_.DeviceID] = $_ }
  $drives = @{}
  Get-CimInstance -Namespace $storage -ClassName MSFT_PhysicalDisk | ForEach-Object { $drives[$_.DeviceId] = $_ }
  $partitions = @(Get-CimInstance -Namespace $storage -ClassName MSFT_Partition)

  function Volume($partition) {
    $path = @($partition.AccessPaths) | Where-Object { $_ -like '\\?\Volume*' } | Select-Object -First 1
    $volume = if ($path) { $volumes[$path] }
    if (-not $volume) { return }
    $lock = $locks[$path]
    # ConversionStatus 0: not encrypted at all. ProtectionStatus 0: the key lies open. Not listed: cannot be encrypted.
    $encryption = if ($lock) {
      if ($lock.ConversionStatus -eq 0) { 'off' } elseif ($lock.ProtectionStatus -eq 0) { 'suspended' } else { 'on' }
    } elseif ($locks.Count -gt 0) { 'off' }
    $least = if ($volume.FileSystem -eq 'NTFS') {
      (Invoke-CimMethod -InputObject $partition -MethodName GetSupportedSize).SizeMin
    }
    [ordered]@{
      fileSystem = $volume.FileSystem
      label = $volume.FileSystemLabel
      sizeBytes = $volume.Size
      freeBytes = $volume.SizeRemaining
      leastBytes = $least
      encryption = $encryption
    }
  }

  function Partition($partition) {
    $type = if ($partition.GptType) { Bare $partition.GptType } else { $partition.MbrType }
    [ordered]@{
      startBytes = $partition.Offset
      sizeBytes = $partition.Size
      type = $type
      uuid = Bare $partition.Guid
      active = YesNo ([int]$partition.IsActive)
      volume = Volume $partition
    }
  }

  # BusType 17: NVMe, 12 and 13: cards and eMMC, 8: RAID, 7: USB. MediaType 3: it turns, 4: it does not.
  function Disk($disk) {
    $drive = $drives["$($disk.Number)"]
    $medium = switch ($disk.BusType) {
      17 { 'nvme' }
      12 { 'emmc' }
      13 { 'emmc' }
      default { switch ($drive.MediaType) { 3 { 'hdd' } 4 { 'sata-ssd' } } }
    }
    $own = @($partitions | Where-Object { $_.DiskNumber -eq $disk.Number })
    [ordered]@{
      name = "Disk $($disk.Number)"
      model = $disk.FriendlyName
      sizeBytes = $disk.Size
      sectorBytes = $disk.LogicalSectorSize
      style = switch ($disk.PartitionStyle) { 1 { 'mbr' } 2 { 'gpt' } default { 'none' } }
      tableId = Bare $disk.Guid
      medium = $medium
      controller = if ($disk.BusType -eq 8) { 'raid' } else { 'plain' }
      removable = $disk.BusType -eq 7
      partitions = @($own | ForEach-Object { Partition $_ })
    }
  }

  [ordered]@{
    format = 'rhizotome/report'
    version = 1
    takenAt = [DateTime]::UtcNow.ToString("yyyy-MM-dd'T'HH:mm:ss'Z'")
    by = [ordered]@{
      family = 'windows'
      name = "$($system.Caption)" -replace '^Microsoft ', ''
      administrator = $administrator
    }
    machine = [ordered]@{
      mode = $mode
      secureBoot = YesNo (Setting 'SecureBoot\State' 'UEFISecureBootEnabled')
      memoryBytes = $computer.TotalPhysicalMemory
      tpm = $tpmVersion
      certificates = $certificates
    }
    sleep = [ordered]@{
      hibernation = YesNo (Setting 'Power' 'HibernateEnabled')
      fastStartup = YesNo (Setting 'Session Manager\Power' 'HiberbootEnabled')
    }
    clock = $clock
    disks = @(Get-CimInstance -Namespace $storage -ClassName MSFT_Disk | Sort-Object Number | ForEach-Object { Disk $_ })
  } | ConvertTo-Json -Depth 8
}
