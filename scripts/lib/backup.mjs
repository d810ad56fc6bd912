import { spawn } from 'node:child_process';
import { createReadStream, createWriteStream, existsSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { maybePostgresPrograms } from './packages.mjs';
import { PlainError } from './say.mjs';

/** Runs programs one into the other. @throws PlainError in the words of the first that failed. */
async function piped(commands, { from, to }) {
  const failures = [];
  const children = commands.map(([program, args, env]) =>
    spawn(program, args, { stdio: ['pipe', 'pipe', 'pipe'], env: { ...process.env, ...env } }),
  );
  const ends = children.map((child, index) => {
    const name = commands[index][0].split('/').at(-1);
    let words = '';
    child.stderr.on('data', (chunk) => {
      words = `${words}${chunk}`.slice(-2000);
    });
    return new Promise((resolve) => {
      child.on('error', (error) => {
        failures.push(new PlainError(`${name} could not be run (${error.code}).`));
        resolve();
      });
      child.on('close', (code) => {
        if (code !== 0) failures.push(new PlainError(`${name} failed: ${words.trim()}`));
        resolve();
      });
    });
  });
  const sources = [from, ...children.map(({ stdout }) => stdout)];
  const sinks = [...children.map(({ stdin }) => stdin), to];
  const streams = sources.map(async (source, index) => {
    const sink = sinks[index];
    try {
      if (source && sink) await pipeline(source, sink);
      else if (source) source.resume();
      else sink?.end();
    } catch (error) {
      // A program that has ended reads no more: it says itself why, or it had enough.
      if (source === from || sink === to) failures.push(error);
    }
  });
  await Promise.all([...ends, ...streams]);
  const failure = failures.find((one) => one instanceof PlainError) ?? failures[0];
  if (failure) throw failure;
}

/** What PostgreSQL's own programs take: the password does not stand among the arguments, where everybody on the machine reads it. */
function connectionOf(url) {
  const { hostname, port, username, password, pathname } = new URL(url);
  return {
    args: ['-h', hostname, '-p', port || '5432', '-U', decodeURIComponent(username), '-d', pathname.slice(1)],
    env: { PGPASSWORD: decodeURIComponent(password) },
  };
}

const program = (name) => join(maybePostgresPrograms() ?? '/usr/bin', name);

/**
 * Writes everything of a database into a file, encrypted for a recipient of age: whoever has the file and not the key reads nothing.
 * It is of one moment, however busy the database is.
 * @returns bytes of the file.
 */
export async function writeBackup(url, recipient, path) {
  if (existsSync(path)) throw new PlainError(`${path} is there already: give the backup another name.`);
  const { args, env } = connectionOf(url);
  const half = `${path}.half`;
  try {
    await piped(
      [
        [program('pg_dump'), [...args, '--format=custom', '--no-owner', '--no-privileges'], env],
        ['age', ['--encrypt', '--recipient', recipient], {}],
      ],
      { to: createWriteStream(half, { mode: 0o600, flush: true }) },
    );
  } catch (error) {
    rmSync(half, { force: true });
    throw error;
  }
  // A backup that was cut off never has the name of one.
  renameSync(half, path);
  return statSync(path).size;
}

/** Fills an empty database from a backup, all or nothing. @param identity file with the key of age. */
export async function readBackup(url, identity, path) {
  for (const file of [path, identity])
    if (!existsSync(file)) throw new PlainError(`There is no file ${file}.`);
  const { args, env } = connectionOf(url);
  await piped(
    [
      ['age', ['--decrypt', '--identity', identity], {}],
      [
        program('pg_restore'),
        [...args, '--no-owner', '--no-privileges', '--single-transaction', '--exit-on-error'],
        env,
      ],
    ],
    { from: createReadStream(path) },
  );
}
