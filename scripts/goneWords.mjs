/** Words that texts of the application do without: each hides who does what, or claims more than was measured. */
const GONE =
  /\b(told|wanted|nobody|noted|brings?|brought|stands?|stood|beyond doubt|by now|of nothing|in doubt|told apart|cannot tell|evenings?)\b/iu;
/** A text and not a name of something: two words and more. */
const isText = (text) => /\S\s+\S/u.test(text.trim());

/**
 * Lint rule: texts that are shown say things plainly. Text in code is every string, template and JSX text of two words
 * and more; names of classes and modules are none.
 */
const rule = {
  meta: {
    type: 'suggestion',
    schema: [],
    messages: { gone: '“{{word}}” is a word that our texts do without' },
  },
  create(context) {
    const look = (node, text) => {
      const found = isText(text) && GONE.exec(text);
      if (found) context.report({ node, messageId: 'gone', data: { word: found[0] } });
    };
    const isName = ({ parent }) =>
      parent.type === 'ImportDeclaration' ||
      (parent.type === 'JSXAttribute' && parent.name.name === 'className');
    return {
      Literal: (node) => typeof node.value === 'string' && !isName(node) && look(node, node.value),
      TemplateElement: (node) => look(node, node.value.cooked ?? ''),
      JSXText: (node) => look(node, node.value),
    };
  },
};

const plugin = { rules: { 'gone-words': rule } };
export default plugin;
