import js from '@eslint/js'
import importX from 'eslint-plugin-import-x'
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript'
import a11y from 'eslint-plugin-jsx-a11y-x'
import hooks from 'eslint-plugin-react-hooks'
import ts from 'typescript-eslint'

export default ts.config(
  { ignores: ['dist', 'src/api/schema.d.ts', 'src/**/*.gen.ts', 'scripts', 'eslint.config.js'] },
  js.configs.recommended,
  ...ts.configs.recommendedTypeChecked,
  a11y.configs.recommended,
  {
    languageOptions: { parserOptions: { project: './tsconfig.json', tsconfigRootDir: import.meta.dirname } },
  },
  {
    files: ['src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks, 'import-x': importX },
    settings: { 'import-x/resolver-next': [createTypeScriptImportResolver()], 'import-x/extensions': ['.ts', '.tsx'] },
    rules: {
      'import-x/no-cycle': 'error',
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      '@typescript-eslint/no-unnecessary-type-assertion': 'error',
    },
  },
)
