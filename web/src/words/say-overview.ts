import { overviewEnglish, sayPart, type Message } from '@rhizotome/core';
import { inLanguage } from './language.js';

/** Of core’s sentences, those that the list of machines needs: it comes before all others. */
const catalogue = inLanguage(overviewEnglish);

type OverviewCode = keyof typeof overviewEnglish;

/** Where a machine stands, in words. */
export const sayOverview = (said: Message<OverviewCode>): string => sayPart<OverviewCode>(catalogue, said);
