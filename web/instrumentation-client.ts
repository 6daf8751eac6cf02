import { config } from "zod/mini";

// The pages' content security policy lets no string be run as code. Zod would try one to see whether it may, once, and the
// browser would list the attempt as a breach; told beforehand, it does not try. This file runs before any other of a page.
config({ jitless: true });
