import vue from 'eslint-plugin-vue'
import typescript from 'typescript-eslint'

/** What is wrong, not how it is laid out: Vue's rules against faults and unclear templates, TypeScript's recommended ones. */
export default typescript.config(
  { ignores: ['dist', 'src/api/openapi.ts'] },
  ...typescript.configs.recommended,
  ...vue.configs['flat/essential'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: typescript.parser } } },
  {
    rules: {
      // A test reaches into what it stands in for.
      '@typescript-eslint/no-this-alias': 'off',
      // What stages and drawers change is an object of refs that is handed on, not a prop of its own.
      'vue/no-mutating-props': ['error', { shallowOnly: true }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'vue/component-api-style': ['error', ['script-setup']],
      'vue/no-empty-component-block': 'error',
      'vue/no-useless-v-bind': 'error',
      'vue/no-template-shadow': 'error',
      'vue/require-explicit-emits': 'error',
      'vue/require-typed-ref': 'error',
      'vue/no-v-html': 'error',
      eqeqeq: ['error', 'always'],
      'no-console': 'error'
    }
  }
)
