import { Controller, Get, Inject } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { DataSource } from 'typeorm';

@ApiTags('health')
@Controller('health')
export class HealthController {
  constructor(@Inject(DataSource) private readonly source: DataSource) {}

  @Get()
  async health(): Promise<{ status: 'ok' }> {
    await this.source.query('SELECT 1');
    return { status: 'ok' };
  }
}
