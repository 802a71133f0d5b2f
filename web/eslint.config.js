import js from '@eslint/js'
import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import globals from 'globals'
import tseslint from 'typescript-eslint'

// These say nothing about what they hold (docs/GLOSSARY.md, Names in the code).
const NOT_NAMES = ['one', 'told', 'said', 'given', 'found', 'what', 'rest', 'them', 'who']

/** Signs, units and figures that read the same in every language. */
const SIGNS = [
  ...'()[],.:;·…–—×±≈≤≥%°“”‘’+-−/|*?&#→←↑↓✓✕✗•△⌫‹',
  ...['cm', 'mm', 'm', 'g', 'kg', '°C', 's', 'in', '1', 'n', '180, 300', '04-01', '11-30'],
]

export default tseslint.config(
  {
    ignores: ['src/**/*.generated.*', 'src/api/contract.generated.ts', 'src/components.d.ts'],
  },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    languageOptions: { globals: { ...globals.browser, ...globals.node } },
    // A name that starts with _ is taken out of an object on purpose.
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_' }],
      'no-undef': 'off',
      'id-denylist': ['error', ...NOT_NAMES],
      'vue/no-restricted-syntax': [
        'error',
        {
          selector: `VForExpression > Identifier[name=/^(at|${NOT_NAMES.join('|')})$/]`,
          message: 'Name the element that the loop goes through.',
        },
      ],
      'vue/multi-word-component-names': 'off',
      // Texts live in src/words/en; signs and units that read the same everywhere may stand here.
      'vue/no-bare-strings-in-template': ['error', { allowlist: SIGNS }],
    },
  },
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: tseslint.parser } } },
  prettier,
)
