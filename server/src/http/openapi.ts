import { jsonSchemas, type AnswerName } from '@rhizotome/core';
import type { INestApplication } from '@nestjs/common';
import { DocumentBuilder, SwaggerModule, type OpenAPIObject } from '@nestjs/swagger';

const AT = '#/components/schemas';

type Answer =
  | AnswerName
  | 'Survey'
  | 'Machine file'
  | 'Health'
  | 'Addresses'
  | 'Bytes'
  | 'Events'
  | 'Nothing'
  | 'Added'
  | 'Reading';

/** What each request is answered with where it succeeds; `list` of them where that is said. */
const ANSWERED: Readonly<Record<string, readonly [status: number, answer: Answer, list?: 'list']>> = {
  'get /api/machines': [200, 'MachineRow', 'list'],
  'post /api/machines': [201, 'OpenedMachine'],
  'post /api/machines/demo': [200, 'Added'],
  'get /api/machines/{id}': [200, 'OpenedMachine'],
  'patch /api/machines/{id}': [200, 'MachineRow'],
  'delete /api/machines/{id}': [204, 'Nothing'],
  'post /api/machines/{id}/restore': [200, 'MachineRow'],
  'post /api/machines/{id}/duplicate': [201, 'OpenedMachine'],
  'post /api/machines/{id}/surveys': [201, 'Reading'],
  'get /api/machines/{id}/surveys/{surveyId}': [200, 'Survey'],
  'get /api/machines/{id}/edits': [200, 'HistoryEntry', 'list'],
  'get /api/machines/{id}/events': [200, 'Events'],
  'put /api/machines/{id}/presence': [204, 'Nothing'],
  'get /api/machines/{id}/paper': [200, 'PaperTold'],
  'post /api/machines/{id}/edits': [200, 'EditsTaken'],
  'get /api/machines/{machine}/alternatives': [200, 'Alternative', 'list'],
  'post /api/machines/{machine}/alternatives': [201, 'Alternative'],
  'patch /api/machines/{machine}/alternatives/{id}': [200, 'Alternative'],
  'post /api/machines/{machine}/alternatives/{id}/duplicate': [201, 'Alternative'],
  'delete /api/machines/{machine}/alternatives/{id}': [204, 'Nothing'],
  'post /api/machines/{machine}/alternatives/{id}/restore': [200, 'Alternative'],
  'get /api/backup': [200, 'Bytes'],
  'post /api/restore': [200, 'Restored'],
  'get /api/backups': [200, 'Backups'],
  'get /api/backups/{name}/machines': [200, 'BackedUpMachine', 'list'],
  'post /api/backups/{name}/restore': [200, 'Restored'],
  'get /api/deleted-machines': [200, 'DeletedMachine', 'list'],
  'delete /api/deleted-machines': [204, 'Nothing'],
  'get /api/machines/{id}/archive': [200, 'Machine file'],
  'post /api/machine-archives': [201, 'PutIn'],
  'get /api/health': [200, 'Health'],
  'get /api/addresses': [200, 'Addresses'],
};

const object = (properties: Readonly<Record<string, object>>) => ({
  type: 'object',
  properties,
  required: Object.keys(properties),
});
const text = { type: 'string' };

/** Answers that are too small for a name of their own. */
const SMALL: Readonly<Partial<Record<Answer, object>>> = {
  'Machine file': {
    type: 'object',
    description: 'A rhizotome/machine document, with history and alternatives',
  },
  Health: object({ status: { type: 'string', enum: ['ok'] } }),
  Addresses: object({ addresses: { type: 'array', items: text } }),
  Bytes: { type: 'string', format: 'binary' },
  Events: text,
  Added: object({ added: { type: 'integer' } }),
  Reading: object({ surveyId: text }),
};

const problem = {
  description: 'Problem Details (RFC 9457): what is wrong, where, and what to do',
  content: {
    'application/problem+json': {
      schema: object({ type: text, title: text, status: { type: 'integer' }, detail: text, code: text }),
    },
  },
};

/** The whole interface as OpenAPI: every request with its body, its answer, and its problems. */
export function openApiOf(nest: INestApplication): OpenAPIObject {
  const config = new DocumentBuilder().setTitle('Rhizotome').setVersion('1').addBearerAuth().build();
  const document = SwaggerModule.createDocument(nest, config);
  const schemas = { ...document.components?.schemas, ...jsonSchemas(AT) };
  for (const [name, field] of [
    ['KeepPlanDto', 'plan'],
    ['AddSurveyDto', 'survey'],
    ['EditDto', 'edit'],
  ] as const)
    Object.assign((schemas[name] as { properties: object }).properties, {
      [field]: { $ref: `${AT}/${field.charAt(0).toUpperCase()}${field.slice(1)}` },
    });
  for (const [path, operations] of Object.entries(document.paths))
    for (const [method, operation] of Object.entries(operations as Record<string, { responses: object }>)) {
      const answered = ANSWERED[`${method} ${path}`];
      if (answered) operation.responses = { ...responseOf(answered), default: problem };
    }
  return { ...document, components: { ...document.components, schemas } };
}

const TYPES: Readonly<Partial<Record<Answer, string>>> = {
  Bytes: 'application/octet-stream',
  Events: 'text/event-stream',
};

function responseOf([status, answer, list]: (typeof ANSWERED)[string]) {
  if (answer === 'Nothing') return { [status]: { description: 'Done' } };
  const one = SMALL[answer] ?? { $ref: `${AT}/${answer}` };
  const type = TYPES[answer] ?? 'application/json';
  const schema = list ? { type: 'array', items: one } : one;
  return { [status]: { description: answer, content: { [type]: { schema } } } };
}
