import { database } from "@/server/database";
import { devicesOf, devicesRequest, saveDevices } from "@/server/devices";
import { fromElsewhere, handler } from "@/server/handler";
import { readJson } from "@/server/request-body";
import { allowedTeam } from "@/server/viewer";

type Params = { team: string };

/** The team's simulated devices. */
export const GET = handler<Params>(async (_request, { team }) => {
  const allowed = await allowedTeam(team, "read-draft");
  if (!allowed.ok) return allowed.problem;
  return Response.json(await devicesOf(database(), team), { headers: { "Cache-Control": "no-store" } });
});

/** Saves the whole list; 409 carries the list as it stands, where somebody else has changed it. */
export const POST = handler<Params>(async (request, { team }) => {
  const elsewhere = fromElsewhere(request);
  if (elsewhere) return elsewhere;
  const allowed = await allowedTeam(team, "edit-devices");
  if (!allowed.ok) return allowed.problem;
  const body = await readJson(request, devicesRequest);
  if (!body.ok) return body.problem;
  const saved = await saveDevices(database(), { team, teamId: allowed.team.id, personId: allowed.person.id, ...body.value });
  if (saved.ok) return Response.json({ revision: saved.revision });
  return { code: "conflict", detail: "Somebody changed the devices meanwhile; theirs are here.", more: { ...saved.now } };
});
