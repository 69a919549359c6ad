import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Inject,
  Param,
  ParseUUIDPipe,
  Patch,
  Post,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { AlternativesService } from './alternatives.service.js';
import { KeepPlanDto, NameMachineDto } from './dto.js';

const Machine = () => Param('machine', ParseUUIDPipe);
const Id = () => Param('id', ParseUUIDPipe);

/** Variants of a machine's plan, kept under names. */
@ApiTags('alternatives')
@Controller('machines/:machine/alternatives')
export class AlternativesController {
  constructor(@Inject(AlternativesService) private readonly alternatives: AlternativesService) {}

  @Get()
  list(@Machine() machine: string) {
    return this.alternatives.list(machine);
  }

  @Post()
  keep(@Machine() machine: string, @Body() body: KeepPlanDto) {
    return this.alternatives.keep(machine, body);
  }

  @Patch(':id')
  rename(@Machine() machine: string, @Id() id: string, @Body() { name }: NameMachineDto) {
    return this.alternatives.rename(machine, id, name);
  }

  @Post(':id/duplicate')
  duplicate(@Machine() machine: string, @Id() id: string) {
    return this.alternatives.duplicate(machine, id);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Machine() machine: string, @Id() id: string) {
    return this.alternatives.remove(machine, id);
  }

  @Post(':id/restore')
  @HttpCode(200)
  restore(@Machine() machine: string, @Id() id: string) {
    return this.alternatives.restore(machine, id);
  }
}
