/** What an error says of itself. */
export const whyOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
