// What is wrong in scripts before they run. Alpine calls methods of data by name, so that nothing says which of these are used.
import js from '@eslint/js';
import globals from 'globals';

// What is taken out of a group to be left out begins with a line.
const unused = { argsIgnorePattern: '^_', varsIgnorePattern: '^_', caughtErrors: 'none' };

export default [
  { ignores: ['public/vendor/**'] },
  js.configs.recommended,
  {
    files: ['public/js/**/*.js'],
    languageOptions: { ecmaVersion: 2023, sourceType: 'module', globals: { ...globals.browser } },
    rules: {
      eqeqeq: 'error', 'no-var': 'error', 'prefer-const': 'error', 'no-shadow': 'error', 'no-eval': 'error', 'no-implied-eval': 'error',
      'no-new-func': 'error', 'no-unused-vars': ['error', unused],
    },
  },
  { files: ['test/**/*.mjs', 'bin/**/*.mjs', 'lib/**/*.mjs', '*.mjs'], languageOptions: { ecmaVersion: 2023, sourceType: 'module', globals: { ...globals.node } }, rules: { 'no-unused-vars': ['error', unused] } },
];
