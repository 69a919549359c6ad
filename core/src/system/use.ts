import { z } from 'zod';
import { GIB } from '../quantity/index.js';
import { exactly } from '../schema/index.js';

/** What a system is to hold beyond what its kind says, as its administrator tells it. Sizes in bytes. */
export interface SystemUse {
  /** Programs beyond the usual ones of its kind: large games, tool chains. */
  readonly moreProgramsBytes: number;
  /** Containers and images of virtual machines that are kept on the root. */
  readonly containersBytes: number;
  /** It keeps snapshots of itself. */
  readonly snapshots: boolean;
  /** People’s files that lie on the root, where there is no home of its own. */
  readonly filesOnRootBytes: number;
  /** Kernels that stay installed; while one is updated there is one more. */
  readonly kernelsKept: number;
  /** Initial images hold graphics firmware. */
  readonly largeImages: boolean;
  readonly documentsBytes: number;
  readonly photosBytes: number;
  readonly mediaBytes: number;
  readonly projectsBytes: number;
  /** Of people’s files, per year: 0.2 is a fifth more each year. */
  readonly growth: number;
  readonly years: number;
}

/** What is begun from where nobody told anything. */
export const USUAL_USE: SystemUse = {
  moreProgramsBytes: 0,
  containersBytes: 0,
  snapshots: false,
  filesOnRootBytes: 0,
  kernelsKept: 2,
  largeImages: false,
  documentsBytes: 5 * GIB,
  photosBytes: 20 * GIB,
  mediaBytes: 10 * GIB,
  projectsBytes: 10 * GIB,
  growth: 0.2,
  years: 5,
};

const amount = z.int().nonnegative();

export const SystemUseSchema = exactly<SystemUse>()(
  z.strictObject({
    moreProgramsBytes: amount,
    containersBytes: amount,
    snapshots: z.boolean(),
    filesOnRootBytes: amount,
    kernelsKept: z.int().min(1).max(10),
    largeImages: z.boolean(),
    documentsBytes: amount,
    photosBytes: amount,
    mediaBytes: amount,
    projectsBytes: amount,
    growth: z.number().min(0).max(2),
    years: z.int().min(1).max(15),
  }),
);
