import { readdirSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import type { Case, Cases } from './builders.js';
import { written } from './written.js';

const FOLDER = resolve(__dirname, '../plans');

/** The text of a plan that is kept as one. */
export const storyText = (name: string): string => readFileSync(resolve(FOLDER, `${name}.rhizotome`), 'utf8');

export const story = (name: string): Case => written(storyText(name));

/** Every plan that is kept as text, and both of each rule. */
export const everyPlan = (cases: Cases): readonly (readonly [name: string, plan: Case])[] => [
  ...readdirSync(FOLDER)
    .map((file) => file.replace('.rhizotome', ''))
    .map((name) => [name, story(name)] as const),
  ...Object.entries(cases).flatMap(([rule, [speaks, silent]]) => [
    [`${rule}, spoken of`, speaks] as const,
    [`${rule}, near by`, silent] as const,
  ]),
];
