// Brings the database up to date: run by the start and test scripts.
import { closeDatabase } from './connection';
import { migrate } from './migrations';

await migrate();
await closeDatabase();
