// Makes the tables of the job queue: part of the database that suites copy.
import { closeDatabase } from '@/server/db/connection';
import { closeQueue, queue } from '@/server/jobs/queue';

await queue();
await closeQueue();
await closeDatabase();
