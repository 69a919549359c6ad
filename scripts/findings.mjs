// Writes docs/findings.md from the rules themselves.
import { writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { findingsPage } from '@rhizotome/core';

writeFileSync(join(resolve(import.meta.dirname, '..'), 'docs/findings.md'), findingsPage());
