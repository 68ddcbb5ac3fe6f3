import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import a11y from 'eslint-plugin-vuejs-accessibility'
import ts from 'typescript-eslint'

export default ts.config(
  { ignores: ['dist', 'src/api/schema.d.ts'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  ...a11y.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
    rules: {
      'vue/no-undef-components': ['error', { ignorePatterns: ['router-link', 'router-view'] }],
      'vue/multi-word-component-names': ['error', { ignores: ['Fact'] }],
      'vue/no-v-html': 'off', // a drawing is the server's own SVG
      // A label holds its control or names its id; the component library's inputs take the id in `input-props`.
      'vuejs-accessibility/label-has-for': [
        'error',
        { controlComponents: ['NInput', 'NSelect', 'HeldInput'], required: { some: ['nesting', 'id'] } },
      ],
      'vuejs-accessibility/heading-has-content': ['error', { accessibleChildren: ['HeadLine'] }],
    },
  },
  prettier,
)
