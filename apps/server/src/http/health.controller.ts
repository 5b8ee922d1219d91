import { Controller, Get } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { Public } from '../accounts/actor.ts';

@Controller('api/health')
export class HealthController {
  constructor(private readonly dataSource: DataSource) {}

  /** Answers only when the database does. */
  @Public()
  @Get()
  async health(): Promise<{ ok: true }> {
    await this.dataSource.query('select 1');
    return { ok: true };
  }
}
