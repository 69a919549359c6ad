import { createReadStream } from 'node:fs';
import { mkdtemp, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import {
  Controller,
  Delete,
  Get,
  HttpCode,
  Inject,
  Param,
  ParseUUIDPipe,
  Post,
  Req,
  Res,
} from '@nestjs/common';
import { ApiConsumes, ApiProduces, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { uploadIn } from '../http/upload.js';
import { KeepingService } from './keeping.service.js';

@ApiTags('keeping')
@Controller()
export class KeepingController {
  constructor(@Inject(KeepingService) private readonly keeping: KeepingService) {}

  /** The whole store as one SQLite file. */
  @Get('backup')
  @ApiProduces('application/octet-stream')
  async backup(@Res() response: Response): Promise<void> {
    const folder = await mkdtemp(join(tmpdir(), 'rhizotome-backup-'));
    try {
      const file = join(folder, 'backup.sqlite');
      await this.keeping.backup(file);
      response.type('application/octet-stream').setHeader('Content-Length', (await stat(file)).size);
      await pipeline(createReadStream(file), response);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  }

  @Post('restore')
  @HttpCode(200)
  @ApiConsumes('application/octet-stream')
  restore(@Req() request: Request) {
    return this.keeping.restore(uploadIn(request).folder);
  }

  @Get('deleted-machines')
  deleted() {
    return this.keeping.deleted();
  }

  @Delete('deleted-machines')
  @HttpCode(204)
  empty() {
    return this.keeping.empty();
  }

  @Get('machines/:id/archive')
  archive(@Param('id', ParseUUIDPipe) id: string) {
    return this.keeping.archive(id);
  }

  @Post('machine-archives')
  @ApiConsumes('application/json')
  putIn(@Req() request: Request) {
    return this.keeping.putIn(uploadIn(request).file);
  }
}
