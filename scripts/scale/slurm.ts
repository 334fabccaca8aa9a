import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { chmodSync, chownSync, mkdirSync, writeFileSync } from 'node:fs';
import { cpus, hostname, totalmem, userInfo } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';

/** A Slurm of one node, on ports and in a folder of its own, beside any that the machine has. */
export interface Slurm {
  /** Runs one of its commands, as `sbatch`. @returns what it says. */
  run(command: string, ...args: string[]): string;
  stop(): Promise<void>;
}

const ports = { controller: 16817, node: 16818 };

/** What `slurm.conf` needs on one machine without groups of control. */
const configOf = (folder: string, socket: string): string =>
  Object.entries({
    ClusterName: 'scale',
    SlurmctldHost: hostname(),
    SlurmctldPort: ports.controller,
    SlurmdPort: ports.node,
    SlurmUser: userInfo().username,
    SlurmdUser: userInfo().username,
    AuthType: 'auth/munge',
    AuthInfo: `socket=${socket}`,
    CredType: 'cred/munge',
    StateSaveLocation: `${folder}/state`,
    SlurmdSpoolDir: `${folder}/spool`,
    SlurmctldPidFile: `${folder}/slurmctld.pid`,
    SlurmdPidFile: `${folder}/slurmd.pid`,
    ProctrackType: 'proctrack/linuxproc',
    TaskPlugin: 'task/none',
    JobAcctGatherType: 'jobacct_gather/none',
    SelectType: 'select/cons_tres',
    SelectTypeParameters: 'CR_CPU',
    SchedulerParameters: 'batch_sched_delay=0',
    MpiDefault: 'none',
    ReturnToService: 2,
    NodeName: `${hostname()} CPUs=${cpus().length} RealMemory=${Math.floor((totalmem() / 2 ** 20) * 0.9)} State=UNKNOWN`,
    PartitionName: `work Nodes=${hostname()} Default=YES MaxTime=INFINITE State=UP`,
  })
    .map(([key, value]) => `${key}=${value}\n`)
    .join('');

/** Starts munge, controller and node. Throws where the node does not come up. */
export async function startSlurm(folder: string): Promise<Slurm> {
  for (const name of ['state', 'spool', 'munge']) mkdirSync(join(folder, name), { recursive: true });
  const munge = join(folder, 'munge');
  const [socket, key, config] = [join(munge, 'socket'), join(munge, 'key'), join(folder, 'slurm.conf')];
  writeFileSync(key, crypto.getRandomValues(new Uint8Array(128)), { mode: 0o400 });
  chownSync(key, process.getuid!(), process.getgid!());
  chmodSync(munge, 0o711);
  writeFileSync(config, configOf(folder, socket));
  const env = { ...process.env, SLURM_CONF: config };
  const daemons: ChildProcess[] = [];
  const start = (command: string, ...args: string[]) => {
    daemons.push(spawn(command, args, { env, stdio: 'ignore' }));
  };
  const run = (command: string, ...args: string[]) => execFileSync(command, args, { env, encoding: 'utf8' });
  const stop = async () => {
    for (const daemon of daemons.reverse()) {
      const ended = new Promise((done) => daemon.on('exit', done));
      if (daemon.exitCode === null && daemon.kill()) await ended;
    }
  };
  const mungeFiles = ['seed', 'pid', 'log'].map((f) => `--${f}-file=${join(munge, f)}`);
  start('munged', '--foreground', '--force', `--socket=${socket}`, `--key-file=${key}`, ...mungeFiles);
  await wait(500);
  start('slurmctld', '-D', '-f', config);
  start('slurmd', '-D', '-f', config);
  for (let tries = 0; tries < 60; tries++) {
    await wait(500);
    try {
      if (/\b(idle|mix)/.test(run('sinfo', '--noheader', '--format=%t'))) return { run, stop };
    } catch {
      // The controller does not answer yet.
    }
  }
  await stop();
  throw new Error(`the node did not come up; ${config} says how it was started`);
}
