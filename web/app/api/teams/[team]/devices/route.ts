import { onTeam } from "@/server/act";
import { database } from "@/server/database";
import { devicesOf, devicesRequest, saveDevices } from "@/server/devices";
import { handler } from "@/server/handler";
import { allowedTeam } from "@/server/viewer";

type Params = { team: string };

/** The team's simulated devices. */
export const GET = handler<Params>(async (_request, { team }) => {
  const allowed = await allowedTeam(team, "read-draft");
  if (!allowed.ok) return allowed.problem;
  return Response.json(await devicesOf(database(), team), { headers: { "Cache-Control": "no-store" } });
});

/** Saves the whole list; 409 carries the list as it stands, where somebody else has changed it. */
export const POST = onTeam("edit-devices", devicesRequest, async ({ body, team, person }) => {
  const saved = await saveDevices(database(), { team: team.slug, teamId: team.id, personId: person.id, ...body });
  if (saved.ok) return Response.json({ revision: saved.revision });
  return { code: "conflict", detail: "Somebody changed the devices meanwhile; theirs are here.", more: { ...saved.now } };
});
