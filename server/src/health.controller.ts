import { Controller, Get, HttpCode, Inject, Post } from '@nestjs/common';
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

  /** Does nothing: what a request costs by itself, for the bench to compare with. */
  @Post('echo')
  @HttpCode(200)
  echo(): Record<string, never> {
    return {};
  }
}
