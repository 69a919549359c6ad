import { ApiProperty } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';

const NAME = /\S/;
const DIGEST = /^[0-9a-f]{64}$/;

export class NameMachineDto {
  @ApiProperty({ example: 'whimbrel', maxLength: 80 })
  @IsString()
  @MaxLength(80)
  @Matches(NAME, { message: 'name must not be empty' })
  name: string;
}

export class ListDto {
  @ApiProperty({
    required: false,
    description: 'What they come after, as the link of the page before says it',
  })
  @IsOptional()
  @Matches(/^\d{4}-[\dT:.-]+Z,[0-9a-f-]{36}$/, { message: 'after is what the link of the page before says' })
  after?: string;
}

export class RestoreDto {
  @ApiProperty({
    required: false,
    description: 'The machine that is meant; all of them where it is not given',
  })
  @IsOptional()
  @IsUUID()
  machine?: string;
}

export class KeepPlanDto {
  @ApiProperty({ example: 'one large root', maxLength: 80 })
  @IsString()
  @MaxLength(80)
  @Matches(NAME, { message: 'name must not be empty' })
  name: string;

  @ApiProperty({ description: 'The revision that the plan was at' })
  @IsInt()
  @Max(Number.MAX_SAFE_INTEGER)
  @Min(0)
  revision: number;

  @ApiProperty({
    type: 'object',
    additionalProperties: true,
    description: 'A rhizotome/plan document, version 1',
  })
  @IsObject()
  plan: Record<string, unknown>;
}

export class AddSurveyDto {
  @ApiProperty({
    type: 'object',
    additionalProperties: true,
    description: 'A rhizotome/survey document, version 1',
  })
  @IsObject()
  survey: Record<string, unknown>;
}

export class OlderEditsDto {
  @ApiProperty({ description: 'Edits made before this revision are sent' })
  @Type(() => Number)
  @IsInt()
  @Max(Number.MAX_SAFE_INTEGER)
  @Min(1)
  before: number;
}

/** A point in a machine's history, as the server told it: whether the history went by it is answered. */
export class SeenDto {
  @ApiProperty({ required: false })
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Max(Number.MAX_SAFE_INTEGER)
  @Min(0)
  revision?: number;

  @ApiProperty({ required: false })
  @IsOptional()
  @Matches(DIGEST)
  digest?: string;
}

/** Which window of the app asks, and what it is at. */
export class PresenceDto {
  @ApiProperty({ description: 'Chosen by the window, and its own' })
  @IsString()
  @Length(8, 64)
  window: string;

  @ApiProperty({ example: 'runbook' })
  @Matches(/^[a-z-]{1,30}$/)
  stage: string;

  @ApiProperty({ required: false, description: 'The runbook step that was ticked off last' })
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(1)
  @Max(10_000)
  step?: number;
}

/** The signs on a printed runbook: the first twelve digits of a digest, with or without spaces. */
export class PaperDto {
  @ApiProperty({ example: '6108 e979 55b4' })
  @Matches(/^(?:[0-9a-f] *){12}$/i, { message: 'digest: twelve digits and letters from a to f' })
  digest: string;
}

export class EditDto {
  @ApiProperty({ description: 'Given by the client: an edit sent twice with one key is made once' })
  @IsString()
  @Length(8, 64)
  key: string;

  @ApiProperty({ enum: ['do', 'undo', 'redo'] })
  @IsIn(['do', 'undo', 'redo'])
  intent: 'do' | 'undo' | 'redo';

  @ApiProperty({ type: 'object', additionalProperties: true, description: 'One edit of the plan' })
  @IsObject()
  edit: Record<string, unknown>;
}

export class PostEditsDto {
  @ApiProperty({ description: 'The revision the edits are based on' })
  @IsInt()
  @Max(Number.MAX_SAFE_INTEGER)
  @Min(0)
  base: number;

  @ApiProperty({
    required: false,
    description:
      'What the history had come to at that revision, as the server told it: edits on another are not made',
  })
  @IsOptional()
  @Matches(DIGEST)
  digest?: string;

  @ApiProperty({ type: [EditDto] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  @Type(() => EditDto)
  edits: EditDto[];
}
