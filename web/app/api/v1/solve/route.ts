import { computed } from "@/server/requests/computed";

export const POST = computed("solve");
