import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['**/build/', '**/dist/', '**/node_modules/', 'test-results/', 'scripts/*.d.mts'] },
  js.configs.recommended,
  ...tseslint.configs.strictTypeChecked,
  ...tseslint.configs.stylisticTypeChecked,
  {
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      // A number is told apart from a unit by the formatter, not by the template: see STYLE "Names".
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/method-signature-style': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      // void is how a caller says that it does not wait; an arrow that dispatches is not confusing.
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
      '@typescript-eslint/no-invalid-void-type': 'off',
      eqeqeq: 'error',
    },
  },
  { files: ['packages/web/**/*.{ts,tsx}'], ...hooks.configs.flat['recommended-latest'] },
  { files: ['**/*.mjs', '**/vite.config.ts', 'vitest.config.ts'], ...tseslint.configs.disableTypeChecked },
  {
    files: ['**/*.mjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        URL: 'readonly',
        fetch: 'readonly',
        Buffer: 'readonly',
        performance: 'readonly',
        document: 'readonly',
        MutationObserver: 'readonly',
        PointerEvent: 'readonly',
        KeyboardEvent: 'readonly',
        requestAnimationFrame: 'readonly',
      },
    },
  },
);
