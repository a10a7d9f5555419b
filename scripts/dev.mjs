// `npm run dev`: rebuilds what has changed and runs the real server on a small index; there is one server to
// understand, not two.
import { ensureBuild, ensureIndex, ensurePackages, run } from './setup.mjs';

ensurePackages();
ensureBuild();
process.env.LEGENDUM_DEMO ??= '1';
process.env.LEGENDUM_INDEX ??= ensureIndex(20_000);
run(process.execPath, ['--enable-source-maps', 'dist/app/main.mjs']);
