import { Controller, Get, Inject } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { ProblemException } from './http/problem.js';
import { Writer } from './storage/writer.js';

@ApiTags('health')
@Controller('health')
export class HealthController {
  constructor(@Inject(Writer) private readonly writer: Writer) {}

  /** Whether what is sent can be kept: the data file answers, and the latest write reached the disk. */
  @Get()
  async health(): Promise<{ status: 'ok' }> {
    await this.writer.read((manager) => manager.query('SELECT 1'));
    const fault = this.writer.fault;
    if (fault) throw new ProblemException({ ...fault.problem, status: 503 });
    return { status: 'ok' };
  }
}
