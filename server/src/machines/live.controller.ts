import {
  Body,
  Controller,
  Get,
  HttpCode,
  Inject,
  Param,
  ParseUUIDPipe,
  Put,
  Query,
  Res,
} from '@nestjs/common';
import { ApiProduces, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { PresenceDto } from './dto.js';
import { EditsService } from './edits.service.js';
import { Watchers } from './watchers.js';

const Id = () => Param('id', ParseUUIDPipe);

/** What windows on one machine hear of each other. */
@ApiTags('live')
@Controller('machines/:id')
export class LiveController {
  constructor(
    @Inject(EditsService) private readonly edits: EditsService,
    @Inject(Watchers) private readonly watchers: Watchers,
  ) {}

  /** Server-sent events: `point`, `others`, `deleted`. */
  @Get('events')
  @ApiProduces('text/event-stream')
  async events(@Id() id: string, @Query() { window, stage, step }: PresenceDto, @Res() response: Response) {
    await this.edits.point(id);
    this.watchers.watch(id, window, { stage, step: step ?? null }, response);
    // Asked once more: what was saved between asking and listening is heard of in no other way.
    this.watchers.changed(id, await this.edits.point(id));
  }

  @Put('presence')
  @HttpCode(204)
  at(@Id() id: string, @Body() { window, stage, step }: PresenceDto): void {
    this.watchers.at(id, window, { stage, step: step ?? null });
  }
}
