import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * Names in the order in which people look for them, whatever the server’s own order is: capitals and accents beside the
 * plain letters, “guest 2” before “guest 10” (the root order of the Unicode Collation Algorithm, numbers by their worth).
 */
export class NamesInOrder1796300000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE COLLATION by_name (provider = icu, locale = 'und-u-kn-true')`)
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}
