import { fork, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { Inject, Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { CELL, cellFaultSays, english, sayIn, type CellFault } from '@rhizotome/core';
import { ProblemException } from '../http/problem.js';
import type { Answer, Kind, Questions } from './questions.js';
import { Refused } from './refused.js';

/** How processes are begun that read what anybody may have made. */
export interface CellSettings {
  readonly program: string;
  /** How long one answer may take. */
  readonly seconds: number;
  /** How much memory a process may take; what core says of it where nothing else is said. */
  readonly memoryBytes?: number;
}
export const CELL_SETTINGS = Symbol('cell settings');

/** So many read at once; more wait, so that the budget of each is there. */
const MOST_AT_ONCE = 2;
/** A thousand machines with long histories are replayed in minutes. */
const OWN_DATA_SECONDS = 3600;
const LOOK_MILLISECONDS = 250;
/** Of the budget V8 gets three quarters; the rest is for what lies outside its heap. */
const heapMebibytes = (budget: number): number => Math.floor((budget / 1024 ** 2) * 0.75);

/** Reads what anybody may have made, each thing in a process of its own: what costs too much there is ended. */
@Injectable()
export class Cells implements OnApplicationShutdown {
  private readonly open = new Set<Cell>();
  private readonly waiting: (() => void)[] = [];

  constructor(@Inject(CELL_SETTINGS) private readonly settings: CellSettings) {}

  /**
   * Does something with a process.
   * @param what is read, in words
   * @param own whether it is this server's own data, which may be large, and takes its time
   */
  async within<T>(what: string, work: (cell: Cell) => Promise<T>, own = false): Promise<T> {
    while (this.open.size >= MOST_AT_ONCE) await new Promise<void>((go) => this.waiting.push(go));
    const cell = new Cell(own ? { ...this.settings, seconds: OWN_DATA_SECONDS } : this.settings, what);
    this.open.add(cell);
    try {
      return await work(cell);
    } finally {
      cell.end();
      this.open.delete(cell);
      this.waiting.shift()?.();
    }
  }

  onApplicationShutdown(): void {
    for (const cell of this.open) cell.end();
  }
}

/** One process, which answers one question after the other. */
export class Cell {
  private readonly child: ChildProcess;
  private ended: Error | undefined;
  private settle: ((outcome: Answer | Error) => void) | undefined;

  constructor(
    private readonly settings: CellSettings,
    private readonly what: string,
  ) {
    this.child = fork(settings.program, {
      execArgv: [`--max-old-space-size=${heapMebibytes(this.memoryBytes)}`],
      serialization: 'advanced',
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
      // Nothing of the server's secrets is known there.
      env: { PATH: process.env['PATH'] ?? '', TMPDIR: process.env['TMPDIR'] ?? '' },
    });
    this.child.on('message', (answer: Answer) => this.settle?.(answer));
    this.child.on('error', (error) => this.over(error));
    this.child.on('exit', (code, signal) => this.over(endOf(this.what, code, signal)));
  }

  /**
   * @throws Refused for what is not what it should be
   * @throws ProblemException 422 where the answer took too much
   */
  async ask<K extends Kind>(kind: K, asks: Questions[K]['asks']): Promise<Questions[K]['answers']> {
    const answer = await this.answer({ kind, asks });
    if (answer instanceof Error) throw answer;
    if (answer.ok) return answer.value;
    if ('refused' in answer) throw new Refused(answer.refused);
    throw Object.assign(new Error(answer.failed), { code: answer.code });
  }

  end(): void {
    this.child.kill('SIGKILL');
    this.over(new Error('The server is ending.'));
  }

  private get memoryBytes(): number {
    return this.settings.memoryBytes ?? CELL.memoryBytes;
  }

  private answer(question: object): Promise<Answer | Error> {
    if (this.ended) return Promise.resolve(this.ended);
    const since = performance.now();
    return new Promise<Answer | Error>((done) => {
      const look = setInterval(() => {
        if (performance.now() - since > this.settings.seconds * 1000) this.stop('time');
        else if (residentBytes(this.child.pid) > this.memoryBytes) this.stop('memory');
      }, LOOK_MILLISECONDS);
      this.settle = (outcome) => {
        clearInterval(look);
        this.settle = undefined;
        done(outcome);
      };
      this.child.send(question);
    });
  }

  private stop(fault: CellFault): void {
    this.over(tooMuch(fault, this.what, this.settings.seconds));
    this.child.kill('SIGKILL');
  }

  private over(why: Error): void {
    this.ended ??= why;
    this.settle?.(this.ended);
  }
}

/** V8 ends a process that is out of memory by SIGABRT. */
function endOf(what: string, code: number | null, signal: NodeJS.Signals | null): Error {
  if (signal === 'SIGABRT' || code === 134) return tooMuch('memory', what, CELL.seconds);
  return new Error(`The process that reads ended with ${signal ?? code}.`);
}

function tooMuch(fault: CellFault, what: string, seconds: number): ProblemException {
  return new ProblemException({
    status: 422,
    code: `reading-${fault}`,
    title: 'Reading it takes too much',
    detail: sayIn(english, cellFaultSays(fault, what, seconds)),
  });
}

/** What a process has of the memory, where the kernel tells. */
function residentBytes(pid: number | undefined): number {
  try {
    const [, pages] = readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ');
    return Number(pages) * 4096;
  } catch {
    return 0;
  }
}
