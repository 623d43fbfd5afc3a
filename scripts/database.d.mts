export interface Cluster {
  /** postgres://… with the password, on 127.0.0.1 */
  url: string;
  folder: string;
  port: number;
  readonly pid: number;
  /** Called when the server of the database ends without being asked to. */
  onDeath(tell: () => void): void;
  /** Starts it again on its old port. */
  restart(): Promise<void>;
  stop(): Promise<void>;
}
export function ensurePostgres(): void;
export function lastingCluster(): Promise<Cluster>;
export function throwawayCluster(options?: { durable?: boolean }): Promise<Cluster>;
export function freePort(): Promise<number>;
