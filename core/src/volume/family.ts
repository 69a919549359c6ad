/** Families of operating systems, as far as they have file systems and types of entries of their own. */
export type SystemFamily = 'windows' | 'linux' | 'macos' | 'bsd';
