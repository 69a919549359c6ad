/** What a finding says: what is the matter, and why it matters in one or two plain sentences. */
export interface FindingText {
  readonly title: string;
  readonly why: string;
}

export const findingText = (title: string, why: string): FindingText => ({ title, why });
