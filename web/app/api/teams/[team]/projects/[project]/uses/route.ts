import { use } from "@/server/acts/projects";
import { onProject } from "@/server/requests/authorized-handlers";

export const POST = onProject("POST /api/teams/:team/projects/:project/uses", use);
