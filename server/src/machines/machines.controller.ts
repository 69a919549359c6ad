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
  Query,
  Res,
} from '@nestjs/common';
import { ApiHeader, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import {
  AddSurveyDto,
  ListDto,
  NameMachineDto,
  OlderEditsDto,
  PaperDto,
  PostEditsDto,
  SeenDto,
} from './dto.js';
import { EditsService } from './edits.service.js';
import { MachinesService } from './machines.service.js';

const Id = () => Param('id', ParseUUIDPipe);

@ApiTags('machines')
@Controller('machines')
export class MachinesController {
  constructor(
    @Inject(MachinesService) private readonly machines: MachinesService,
    @Inject(EditsService) private readonly edits: EditsService,
  ) {}

  @Get()
  @ApiHeader({ name: 'Link', description: 'Where those after them are listed (RFC 8288, rel="next")' })
  async list(@Query() { after }: ListDto, @Res({ passthrough: true }) response: Response) {
    const [createdAt, id] = after?.split(',') ?? [];
    const { rows, more } = await this.machines.list(createdAt && id ? { createdAt, id } : undefined);
    const last = rows.at(-1);
    if (more && last)
      response.setHeader('Link', `</api/machines?after=${last.createdAt},${last.id}>; rel="next"`);
    return rows;
  }

  @Post()
  create(@Body() { name }: NameMachineDto) {
    return this.machines.create(name);
  }

  @Post('demo')
  @HttpCode(200)
  loadDemo() {
    return this.machines.loadDemo();
  }

  @Get(':id')
  open(@Id() id: string, @Query() { revision, digest }: SeenDto) {
    return this.edits.open(id, revision === undefined ? undefined : { revision, digest });
  }

  @Patch(':id')
  rename(@Id() id: string, @Body() { name }: NameMachineDto) {
    return this.machines.rename(id, name);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Id() id: string) {
    return this.machines.remove(id);
  }

  @Post(':id/restore')
  @HttpCode(200)
  restore(@Id() id: string) {
    return this.machines.restore(id);
  }

  @Post(':id/duplicate')
  duplicate(@Id() id: string) {
    return this.machines.duplicate(id);
  }

  @Post(':id/surveys')
  addSurvey(@Id() id: string, @Body() { survey }: AddSurveyDto) {
    return this.edits.addSurvey(id, survey);
  }

  @Get(':id/surveys/:surveyId')
  survey(@Id() id: string, @Param('surveyId') surveyId: string) {
    return this.edits.survey(id, surveyId);
  }

  @Get(':id/edits')
  older(@Id() id: string, @Query() { before }: OlderEditsDto) {
    return this.edits.older(id, before);
  }

  @Get(':id/paper')
  paper(@Id() id: string, @Query() { digest }: PaperDto) {
    return this.edits.paper(id, digest);
  }

  @Post(':id/edits')
  @HttpCode(200)
  postEdits(@Id() id: string, @Body() body: PostEditsDto) {
    return this.edits.postEdits(id, body);
  }
}
