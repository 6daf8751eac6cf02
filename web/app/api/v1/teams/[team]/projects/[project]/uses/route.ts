import { use } from "@/server/acts/projects";
import { onProject } from "@/server/requests/authorized-handlers";

export const POST = onProject("POST /api/v1/teams/:team/projects/:project/uses", use);
