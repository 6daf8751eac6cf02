import { computed } from "@/server/heavy/computed";

export const POST = computed("fit");
