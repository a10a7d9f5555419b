/** Which methods each address takes, which parts of an address may stand in the log, which need the index. */

/** Everything else is read only. A test holds this list against the endpoints' own exports. */
export const POSTED: ReadonlySet<string> = new Set([
  '/api/ask',
  '/api/ask-by',
  '/api/kept',
  '/api/mail',
  '/api/plan',
  '/api/policy-reports',
  '/api/promise',
  '/api/references',
  '/api/references/resolve',
  '/api/slips',
  '/api/slips/act',
  '/api/slips/news',
  '/api/ways',
  '/api/account/act',
  '/api/hours/act',
  '/api/live',
  '/sign-out',
  '/iso18626',
  '/standin/lending',
  '/standin/identity/login',
  '/standin/identity/token',
  '/standin/counter/act',
]);
/** What the simulated desk takes beside questions, in any account. */
/** Link sources send short ones in the address and long ones as a form. */
const OPENURL = '/openurl';
/** Pages of the library desk that are forms. */
const DESK_FORMS: ReadonlySet<string> = new Set(['/desk', '/desk/requests']);
const DESK_POSTED = /^\/standin\/circulation\/(?:auth\/\w+|core\/[^/]+\/(?:request|renew|cancel))$/;
/** Simulated calendars are read and told something at the same address. */
const CALENDAR = /^\/standin\/calendars\/[^/]+$/;
const READ = ['GET', 'HEAD'];
const WRITE = ['POST'];

const bare = (path: string): string => (path.length > 1 && path.endsWith('/') ? path.slice(0, -1) : path);
/** Methods that an address takes. */
export const methodsOf = (path: string): readonly string[] =>
  CALENDAR.test(path) || bare(path) === OPENURL || DESK_FORMS.has(bare(path))
    ? [...READ, ...WRITE]
    : POSTED.has(bare(path)) || DESK_POSTED.test(path)
      ? WRITE
      : READ;

/** Addresses of the framework's own that nobody needs: pictures made to measure, islands rendered alone. */
export const isClosed = (path: string): boolean => path.startsWith('/_') && !path.startsWith('/_astro/');

/** The pages of the simulated outside world. */
export const isSimulated = (path: string): boolean => path.startsWith('/standin/');

const SAID: ReadonlySet<string> = new Set(
  'api hours hour calendars call pass answers places related courses ask-by shelf browse policy-reports search values suggest records references resolve ways promise kept mail plan styles locales export slips act news ask library journals guidance feeds search.atom sru oai iso18626 desk openurl opensearch.xml policy about databases guides requests new searches aside piles notices account cleared standin publisher delivery sign-out back refused account loans circulation identity counter core auth daia items fees renew cancel request live database sign-in lending healthz readyz metrics _astro fonts models favicon.svg offline shared sw.js manifest.webmanifest licences.txt icons 404'.split(
    ' ',
  ),
);
/**
 * The shape of a path for the log: what readers look for stays out of it.
 * @example shapeOf('/records/tu-123') // '/records/:x'
 */
export const shapeOf = (path: string): string =>
  path
    .split('/')
    .slice(0, 8)
    .map((part) => (part === '' || SAID.has(part) ? part : ':x'))
    .join('/');

const ASKING =
  /^\/(?:api\/(?!library|mail|policy-reports|styles|locales)|records\/|feeds\/|sru|oai|openurl|journals|shelf|browse|standin\/(?:publisher|delivery|database))/;
/** Asks the index: refused at once when its queue is full, before anything is read or rendered. */
export const asksIndex = (path: string): boolean => ASKING.test(path);
