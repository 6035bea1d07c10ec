import vue from 'eslint-plugin-vue';
import globals from 'globals';
import ts from 'typescript-eslint';

/** Signs, keys and names of files that are the same in every language. */
const ALLOWED = [...'.,:;?!/·→…◐–%()“”✓▾+×#*=|◂▸-', 'Ctrl K', 'Language, Sprache', '--share', 'UTC', ...'nwpse'];

export default ts.config(
  { ignores: ['public', 'vendor', 'node_modules', 'storage', 'resources/js/generated'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
  },
  {
    languageOptions: { globals: globals.browser },
    rules: {
      // The layout is Prettier's.
      'vue/html-self-closing': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      // A page's component has the name of its file.
      'vue/multi-word-component-names': 'off',
      // What a page says stands in the catalogue, resources/lang.
      'vue/no-bare-strings-in-template': ['error', { allowlist: ALLOWED }],
      eqeqeq: 'error',
    },
  },
);
