import svelte from 'eslint-plugin-svelte'
import typescript from 'typescript-eslint'
import svelteConfig from './console/svelte.config.js'

/** Who may import whom, as docs/architecture.md draws it. Everything not named here stays within its own workspace. */
const mayImport = {
  core: [],
  client: ['@famiglia/core'],
  service: ['@famiglia/core'],
  cli: ['@famiglia/core', '@famiglia/client'],
  console: ['@famiglia/core', '@famiglia/client'],
  standins: [],
  demo: ['@famiglia/client', '@famiglia/service', '@famiglia/standins'],
}

/**
 * The rooms of the service, from the ground up: a room imports from those of its own floor and beneath. Routes and their
 * schemas stand on top of all. docs/architecture.md says what each is for.
 */
const floors = [
  ['base', 'migrations'],
  ['mail', 'people'],
  ['sign-in'],
  ['single-sign-on'],
  ['businesses', 'assets', 'means', 'teams', 'bundles', 'purposes', 'ties', 'history'],
  ['reach'],
  ['grants', 'bringing-in', 'decisions'],
  ['proposals'],
  ['partners', 'admins'],
  ['billing'],
  ['invitations', 'offers', 'own-asks', 'asks', 'links', 'chair', 'handovers', 'understudies', 'contests', 'closing'],
  ['sentences', 'readiness', 'notices'],
  ['members', 'leaving', 'grid', 'desk', 'money', 'search', 'live', 'problems', 'reminders'],
]
const onTop = ['service/src/**/{routes,ownRoutes,schemas}.ts', '**/*.test.ts']
const roomRules = floors.flatMap((rooms, floor) =>
  rooms.map(room => ({
    files: [`service/src/${room}/**/*.ts`],
    ignores: onTop,
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            ...workspaceRules('service'),
            {
              // Reach reads everybody's records; it stands beneath the rooms that write them.
              regex: `^\\.\\./(?!${room === 'reach' ? '[a-z-]+/records' : '-'})(${
                floors
                  .slice(floor + 1)
                  .flat()
                  .join('|') || '-'
              })/`,
              message: `${room} stands beneath that room.`,
            },
            ...(room === 'reach'
              ? []
              : [
                  {
                    regex: '^\\.\\./[a-z-]+/records\\.ts$',
                    message: 'Records are read by their own room and by reach.',
                  },
                ]),
          ],
        },
      ],
    },
  })),
)

const boundaries = Object.keys(mayImport).map(workspace => ({
  files: [`${workspace}/src/**/*.{ts,svelte}`],
  ignores: ['**/*.test.ts'],
  rules: { 'no-restricted-imports': ['error', { patterns: workspaceRules(workspace) }] },
}))

function workspaceRules(workspace) {
  return [
    {
      regex: `^@famiglia/(?!(${mayImport[workspace].map(name => name.slice('@famiglia/'.length)).join('|') || '-'})$)`,
      message: `${workspace} does not import that workspace.`,
    },
    {
      regex: `^(\\.\\./)+(core|client|service|cli|console|standins)/`,
      message: 'Another workspace is imported by its name.',
    },
    ...(workspace === 'core'
      ? [{ regex: '^node:|^(fastify|typeorm|pg|svelte)', message: 'core does no I/O and knows no framework.' }]
      : []),
  ]
}

export default typescript.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.famiglia/**', '.cache/**', 'client/src/schema.ts'] },
  ...typescript.configs.strict,
  ...svelte.configs.recommended,
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: { parserOptions: { parser: typescript.parser, extraFileExtensions: ['.svelte'], svelteConfig } },
  },
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-invalid-void-type': 'off',
      'svelte/no-navigation-without-resolve': 'off',
      eqeqeq: 'error',
      'no-console': ['error', { allow: ['error'] }],
      'no-restricted-syntax': ['error', { selector: 'TSEnumDeclaration', message: 'A union says the same.' }],
    },
  },
  {
    files: ['service/src/**/*.ts', 'core/src/**/*.ts'],
    ignores: ['**/*.test.ts', 'service/src/base/clock.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'Time comes from base/clock.' },
        { property: 'systemClockNow', message: 'Time comes from base/clock.' },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'Time comes from base/clock.' },
        { selector: 'TSEnumDeclaration', message: 'A union says the same.' },
      ],
    },
  },
  ...boundaries,
  ...roomRules,
)
