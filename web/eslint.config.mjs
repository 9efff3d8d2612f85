import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const features = [
  'home',
  'account',
  'people',
  'prepare',
  'compose',
  'read',
  'publish',
  'query',
  'view',
  'filter',
];

/** A feature is entered by its index alone. */
const doors = features.map((feature) => ({
  group: [`**/features/${feature}/*`, `../${feature}/*`, `!../${feature}/index`],
  message: `Import from the index of the feature "${feature}".`,
}));

export default tseslint.config(
  ...tseslint.configs.strict,
  hooks.configs.flat['recommended-latest'],
  {
    files: ['src/**/*.{ts,tsx}'],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      'no-restricted-globals': [
        'error',
        { name: 'fetch', message: 'Only src/api talks to the server.' },
      ],
    },
  },
  { files: ['src/api/**'], rules: { 'no-restricted-globals': 'off' } },
  {
    files: ['src/features/**/*.{ts,tsx}', 'src/app/**/*.{ts,tsx}'],
    rules: { 'no-restricted-imports': ['error', { patterns: doors }] },
  },
);
