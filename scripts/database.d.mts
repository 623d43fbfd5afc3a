export interface Cluster {
  /** postgres://… with the password, on 127.0.0.1; its role owns the application's tables and may do nothing else */
  url: string;
  folder: string;
  port: number;
  /** Of the server that runs now; 0 where none does. */
  readonly pid: number;
  stop(): Promise<void>;
}
export interface LastingCluster extends Cluster {
  /** Called each time the server of the database is found dead; it is started again by itself. */
  onDeath(tell: () => void): void;
}
export interface ThrowawayCluster extends Cluster {
  /** Starts it again on its old port. */
  restart(): Promise<void>;
}
export function ensurePostgres(): void;
export function lastingCluster(): Promise<LastingCluster>;
export function throwawayCluster(options?: { durable?: boolean }): Promise<ThrowawayCluster>;
export function freePort(): Promise<number>;
