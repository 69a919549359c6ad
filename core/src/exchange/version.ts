/** The header by which every answer of a server tells which exchange it speaks. */
export const EXCHANGE_HEADER = 'Rhizotome-Exchange';

/**
 * Counts up whenever a page of the version before could misread an answer, or this page one of the version before. A
 * page uses no answer that tells another, or none.
 */
export const EXCHANGE = '3';
