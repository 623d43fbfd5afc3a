// A PostgreSQL cluster of our own: on loopback, with its own port and generated passwords. The lasting one holds a user's work and is
// served as long as any start of this checkout lives; a throw-away one serves tests. Plain Node, no dependencies.
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  chmodSync,
  chownSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { homedir, tmpdir } from 'node:os';
import { join } from 'node:path';
import { isAlive, isSameProcess, processMark, ROOT, say, Sentence, withLock } from './machine.mjs';
import {
  ensureRole,
  freePort,
  initialise,
  newPassword,
  postmasterPid,
  runner,
  runningPort,
  startOn,
  stopPid,
  urlOf,
} from './postgres.mjs';

export { ensurePostgres, freePort } from './postgres.mjs';

const THROWAWAY_PREFIX = 'keen-ladder-test-';

/** A test's database may lose everything when the machine does; a user's never. */
const THROWAWAY_SETTINGS = ['-c', 'fsync=off', '-c', 'synchronous_commit=off', '-c', 'full_page_writes=off'];

/** ms between two looks at a database that is to be kept going. */
const LOOK = 500;
/** ms until a start that failed is tried again, and for how long at first. */
const AGAIN = 1000;
const AT_FIRST = 60_000;

/**
 * The cluster that keeps a user's work, made on first use. Every start of the checkout shares it; each sees to it that it is served, whoever started
 * it, and the last one to end stops it.
 * @returns {Promise<Cluster>}
 */
export async function lastingCluster() {
  const folder = lastingFolder();
  const who = runner();
  const lock = `database-${createHash('sha256').update(folder).digest('hex').slice(0, 10)}`;
  const starts = join(folder, 'starts');
  const mark = join(starts, processMark(process.pid));
  let settings;
  let port;
  let isEnding = false;
  let tell = nothing;

  /** Served, on the port that this start knows or, before it knows one, the one served last. */
  async function serve() {
    const running = runningPort(folder);
    if (running !== undefined) return running;
    const wanted = port ?? settings.port ?? (await freePort());
    const refused = await startOn(folder, who, wanted);
    if (refused === undefined) return wanted;
    // The port may have gone to another program; nobody depends on it before this start has told it.
    if (port === undefined && refused.includes('could not bind')) settings.port = undefined;
    throw new Sentence(`The database does not start: ${refused.split('\n').at(-1)} See ${join(folder, 'postgres.log')}.`);
  }

  await withLock(lock, async () => {
    settings = settingsOf(folder, who);
    mkdirSync(starts, { recursive: true });
    writeFileSync(mark, '');
    // After a crash the old server's last children may hold the data for a moment yet.
    port = await repeated(serve, AT_FIRST);
    ensureRole(port, settings.password, settings.role);
    keepSettings(folder, { ...settings, port });
  });

  async function watch() {
    let isDown = false;
    while (!isEnding) {
      await pause(LOOK);
      if (isEnding || runningPort(folder) !== undefined) continue;
      if (!isDown) tell();
      isDown = true;
      try {
        await withLock(lock, async () => isEnding || (await serve()));
        isDown = false;
      } catch (error) {
        say(`${error.message} It is tried again.`);
        await pause(AGAIN);
      }
    }
  }
  const watching = watch();

  return {
    url: urlOf(settings.role, port),
    folder,
    port,
    get pid() {
      return postmasterPid(folder);
    },
    onDeath: (told) => {
      tell = told;
    },
    stop: async () => {
      isEnding = true;
      await watching;
      await withLock(lock, async () => {
        rmSync(mark, { force: true });
        if (livingStarts(starts).length === 0) await stopPid(postmasterPid(folder));
      });
    },
  };
}

/** Other starts that need the database; what killed ones left behind is swept. */
function livingStarts(starts) {
  return readdirSync(starts).filter((mark) => {
    if (isSameProcess(mark)) return true;
    rmSync(join(starts, mark), { force: true });
    return false;
  });
}

/** Tries again until it is done or the time is over. */
async function repeated(work, longest) {
  const ends = Date.now() + longest;
  for (;;) {
    try {
      return await work();
    } catch (error) {
      if (Date.now() > ends) throw error;
      await pause(AGAIN);
    }
  }
}

const pause = (ms) => new Promise((done) => setTimeout(done, ms));

/** Passwords and the port served last; the cluster is made where there is none. */
function settingsOf(folder, who) {
  const file = join(folder, 'settings.json');
  if (existsSync(file)) {
    const kept = JSON.parse(readFileSync(file, 'utf8'));
    return { role: newPassword(), ...kept };
  }
  say(`Making a database in ${folder}.`);
  rmSync(join(folder, 'data'), { recursive: true, force: true });
  const settings = { password: initialise(folder, who), role: newPassword() };
  keepSettings(folder, settings);
  return settings;
}

function keepSettings(folder, settings) {
  writeFileSync(join(folder, 'settings.json'), JSON.stringify(settings), { mode: 0o600 });
}

/**
 * A cluster for tests, gone when it is stopped; those of killed test runs are swept first.
 * @param durable as careful as a user's: for tests that kill it and want everything back
 */
export async function throwawayCluster({ durable = false } = {}) {
  await sweepThrowaways();
  const who = runner();
  const folder = mkdtempSync(join(tmpdir(), THROWAWAY_PREFIX));
  writeFileSync(join(folder, 'owner'), String(process.pid));
  if (who.uid !== undefined) chownSync(folder, who.uid, who.gid);
  chmodSync(folder, 0o700);
  const [password, role] = [initialise(folder, who), newPassword()];
  const settings = durable ? [] : THROWAWAY_SETTINGS;
  const port = await repeated(async () => {
    const candidate = await freePort();
    const refused = await startOn(folder, who, candidate, settings);
    if (refused !== undefined) throw new Sentence(`The database does not start: ${refused}`);
    return candidate;
  }, 10_000);
  ensureRole(port, password, role);
  return {
    url: urlOf(role, port),
    folder,
    port,
    get pid() {
      return postmasterPid(folder);
    },
    restart: () =>
      repeated(async () => {
        const refused = await startOn(folder, who, port, settings);
        if (refused !== undefined) throw new Sentence(`The database did not start again: ${refused}`);
      }, 20_000),
    stop: async () => {
      await stopPid(postmasterPid(folder));
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

const nothing = () => undefined;

async function sweepThrowaways() {
  for (const name of readdirSync(tmpdir()).filter((n) => n.startsWith(THROWAWAY_PREFIX))) {
    const folder = join(tmpdir(), name);
    const owner = join(folder, 'owner');
    if (!existsSync(owner) || isAlive(Number(readFileSync(owner, 'utf8')))) continue;
    if (runningPort(folder) !== undefined) await stopPid(postmasterPid(folder));
    rmSync(folder, { recursive: true, force: true });
  }
}

/** One folder a checkout, so that two checkouts never share data. Never inside it: `postgres` could not cross root's home. */
function lastingFolder() {
  const id = createHash('sha256').update(ROOT).digest('hex').slice(0, 10);
  const base =
    process.env.KEEN_LADDER_DATA ??
    (process.getuid?.() === 0
      ? '/var/lib/keen-ladder'
      : join(process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'), 'keen-ladder'));
  const folder = join(base, id);
  mkdirSync(folder, { recursive: true });
  const who = runner();
  if (who.uid !== undefined) {
    chmodSync(base, 0o755);
    chownSync(folder, who.uid, who.gid);
  }
  chmodSync(folder, 0o700);
  try {
    execFileSync('test', ['-w', folder], { ...who, cwd: '/' });
  } catch {
    throw new Sentence(`The database's user cannot write to ${folder}. Set KEEN_LADDER_DATA to a folder that it can reach.`);
  }
  return folder;
}
