import { readdirSync } from 'node:fs';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Every folder of a feature, so that none is forgotten. */
const folders = (of) =>
  readdirSync(new URL(of, import.meta.url), { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map((entry) => entry.name);
const features = folders('src/features/');
const viewKinds = folders('src/features/view/kinds/');

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
  ...viewKinds.map((kind) => ({
    files: [`src/features/view/kinds/${kind}/**/*.{ts,tsx}`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            ...doors,
            {
              group: viewKinds.filter((other) => other !== kind).map((other) => `../${other}/*`),
              message:
                'A kind of view imports from no other kind: what both need stands above them.',
            },
          ],
        },
      ],
    },
  })),
);
