/** A folder of data that the server does not open, with the reason in words. */
export class FolderRefused extends Error {}
