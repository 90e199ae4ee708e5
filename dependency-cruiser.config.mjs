/**
 * The subjects of the server, from below: each knows the platform and those before it, and none that come after
 * (docs/architecture.md).
 */
const subjects = [
  'school',
  'access',
  'sign-in',
  'courses',
  'assignments',
  'naming',
  'intake',
  'extraction',
  'thumbnails',
  'ledger',
  'owners',
  'blanks',
  'roster',
  'submissions',
  'notices',
  'review',
  'doors',
  'sorting',
  'calendar',
  'packages',
  'new-year',
  'leaving',
  'pages',
  'live',
];

const inServer = (names) => `^server/src/(?:${names.join('|')})/`;

export default {
  forbidden: [
    {
      name: 'no circle between files',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'no circle between rooms',
      severity: 'error',
      scope: 'folder',
      from: { path: '^(?:core|contract|server|web|cli)/src/' },
      to: { circular: true },
    },
    {
      name: 'the platform knows no subject',
      severity: 'error',
      from: { path: '^server/src/platform/' },
      to: { path: '^server/src/(?!platform/)' },
    },
    ...subjects.slice(0, -1).map((subject, place) => ({
      name: `${subject} knows only the subjects below it`,
      severity: 'error',
      from: { path: inServer([subject]) },
      to: { path: inServer(subjects.slice(place + 1)) },
    })),
    {
      name: 'a subject knows nothing of what puts the server together',
      severity: 'error',
      from: { path: inServer(subjects) },
      to: { path: '^server/src/(?:[^/]+\\.ts$|threads/)' },
    },
    {
      name: 'a room of the server is in the list of subjects',
      severity: 'error',
      from: {
        path: '^server/src/[^/]+/',
        pathNot: `${inServer(subjects)}|^server/src/(?:platform|threads)/`,
      },
      to: {},
    },
    {
      name: 'naming asks identification, and not the other way round',
      severity: 'error',
      from: { path: '^core/src/identify/' },
      to: { path: '^core/src/naming/' },
    },
    {
      name: 'no screen knows another screen',
      severity: 'error',
      from: { path: '^web/src/screens/([^/]+)/' },
      to: { path: '^web/src/screens/[^/]+/', pathNot: '^web/src/screens/$1/' },
    },
    {
      name: 'what screens share knows no screen',
      severity: 'error',
      from: { path: '^web/src/(?:parts|state|workers)/' },
      to: { path: '^web/src/screens/' },
    },
    {
      name: 'what any application could use knows nothing of this one',
      severity: 'error',
      from: { path: '^web/src/parts/ui/' },
      to: { path: '^web/src/(?!parts/ui/|workers/)' },
    },
  ],
  options: {
    // Types alone make no circle: nothing of them is left when it runs.
    tsPreCompilationDeps: false,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.test\\.tsx?$|/testing/' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.mjs', '.js'] },
  },
};
