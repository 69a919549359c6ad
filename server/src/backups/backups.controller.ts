import { Body, Controller, Get, HttpCode, Inject, Param, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { RestoreDto } from '../machines/dto.js';
import { BackupsService } from './backups.service.js';

/** Backups that the server makes by itself. */
@ApiTags('backups')
@Controller('backups')
export class BackupsController {
  constructor(@Inject(BackupsService) private readonly backups: BackupsService) {}

  @Get()
  list() {
    return this.backups.list();
  }

  @Get(':name/machines')
  machines(@Param('name') name: string) {
    return this.backups.machines(name);
  }

  @Post(':name/restore')
  @HttpCode(200)
  restore(@Param('name') name: string, @Body() { machine }: RestoreDto) {
    return this.backups.restore(name, machine);
  }
}
