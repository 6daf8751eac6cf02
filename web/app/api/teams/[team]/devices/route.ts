import { onReadTeam, onTeam } from "@/server/requests/authorized-handlers";
import { devicesOf, saveDevices } from "@/server/teams/devices";

/** The team's simulated devices. */
export const GET = onReadTeam("GET /api/teams/:team/devices", "read-draft", async ({ sql, team, answer }) =>
  answer(await devicesOf(sql, team.slug)),
);

/** Saves the whole list; 409 has the present list if somebody else has changed it. */
export const POST = onTeam("POST /api/teams/:team/devices", "edit-devices", async ({ answer, conflict, body, write }) => {
  const saved = await write((sql, { team, person }) =>
    saveDevices(sql, { team: team.slug, teamId: team.id, personId: person.id, ...body }),
  );
  if (saved.ok) return answer({ revision: saved.revision });
  return conflict("Somebody changed the devices meanwhile; theirs are here.", saved.now);
});
