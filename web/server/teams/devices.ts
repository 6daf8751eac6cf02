import { type Device, usualDevices } from "@ypsiline/core";
import type postgres from "postgres";
import { deviceList } from "@/wire/shapes";
import type { Sql } from "../database/database";

export type TeamDevices = { readonly revision: number; readonly devices: readonly Device[] };

/** A team's devices. A team that has changed none has the usual ones, revision 0. */
export const devicesOf = async (sql: Sql, team: string): Promise<TeamDevices> => {
  const [row] = await sql<{ revision: string; devices: unknown }[]>`
    SELECT d.revision, d.devices FROM team_devices d JOIN team t ON t.id = d.team_id WHERE t.slug = ${team}`;
  return row ? { revision: Number(row.revision), devices: deviceList.parse(row.devices) } : { revision: 0, devices: usualDevices };
};

export type DevicesSaved = { readonly ok: true; readonly revision: number } | { readonly ok: false; readonly now: TeamDevices };

/** Saves a team's devices, if nobody has saved a later revision. */
export const saveDevices = async (
  sql: postgres.TransactionSql,
  input: {
    readonly team: string;
    readonly teamId: number;
    readonly personId: number;
    readonly revision: number;
    readonly devices: readonly Device[];
  },
): Promise<DevicesSaved> => {
  const { team, teamId, personId, revision, devices } = input;
  const value = sql.json(devices);
  const rows =
    revision === 0
      ? await sql<{ revision: string }[]>`
          INSERT INTO team_devices (team_id, revision, devices, updated_by) VALUES (${teamId}, 1, ${value}, ${personId})
          ON CONFLICT (team_id) DO NOTHING RETURNING revision`
      : await sql<{ revision: string }[]>`
          UPDATE team_devices SET revision = revision + 1, devices = ${value}, updated_at = now(), updated_by = ${personId}
          WHERE team_id = ${teamId} AND revision = ${revision} RETURNING revision`;
  const [row] = rows;
  return row ? { ok: true, revision: Number(row.revision) } : { ok: false, now: await devicesOf(sql, team) };
};
