export type PartitionId = string;
