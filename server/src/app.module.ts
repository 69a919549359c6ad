import { Module, type DynamicModule } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { AddressesController, LISTENS_ON } from './addresses.controller.js';
import { BackupsController } from './backups/backups.controller.js';
import { BACKUP_SETTINGS, BackupsService } from './backups/backups.service.js';
import { CELL_SETTINGS, Cells } from './cell/cell.js';
import { HealthController } from './health.controller.js';
import { AlternativesController } from './machines/alternatives.controller.js';
import { AlternativesService } from './machines/alternatives.service.js';
import { Compaction } from './machines/compaction.js';
import { EditsService } from './machines/edits.service.js';
import { KeepingController } from './machines/keeping.controller.js';
import { KeepingService } from './machines/keeping.service.js';
import { LiveController } from './machines/live.controller.js';
import { MachinesController } from './machines/machines.controller.js';
import { MachinesService } from './machines/machines.service.js';
import { Overviews, RULES } from './machines/overviews.js';
import { Watchers } from './machines/watchers.js';
import type { Settings } from './settings.js';
import type { Store } from './storage/data-source.js';
import { OwnFile } from './storage/own-file.js';
import { Writer } from './storage/writer.js';

@Module({})
export class AppModule {
  /** `rules` names the build of core that works things out, `host` is the address that is listened on. */
  static with(
    { source, file }: Pick<Store, 'source' | 'file'>,
    { rules, host, cell, backups }: Pick<Settings, 'rules' | 'host' | 'cell' | 'backups'>,
  ): DynamicModule {
    return {
      module: AppModule,
      controllers: [
        HealthController,
        AddressesController,
        MachinesController,
        LiveController,
        AlternativesController,
        KeepingController,
        BackupsController,
      ],
      providers: [
        { provide: DataSource, useValue: source },
        { provide: OwnFile, useValue: file },
        { provide: RULES, useValue: rules },
        { provide: LISTENS_ON, useValue: host },
        { provide: CELL_SETTINGS, useValue: cell },
        Cells,
        { provide: BACKUP_SETTINGS, useValue: backups },
        BackupsService,
        Writer,
        Overviews,
        Compaction,
        Watchers,
        MachinesService,
        EditsService,
        AlternativesService,
        KeepingService,
      ],
    };
  }
}
