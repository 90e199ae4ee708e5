// Builds server and pages, and ends. `ensureBuilt` runs it as a child.
import { build } from './build.mjs';

await build();
