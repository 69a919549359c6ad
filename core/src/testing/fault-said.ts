import { inEnglish, type Phrase } from '../words/index.js';

/** The sentence of the fault that some work throws; empty where it throws none. */
export function faultSaid(work: () => unknown): string {
  try {
    work();
  } catch (error) {
    return inEnglish((error as { readonly says: Phrase }).says);
  }
  return '';
}
