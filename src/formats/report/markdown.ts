import MarkdownIt from 'markdown-it';

/** Markup in a text is text; pictures would be asked for from elsewhere, and are left out. */
function reader() {
  const made = new MarkdownIt({ html: false, linkify: false, typographer: false });
  made.disable('image');
  const plain = made.renderer.rules.link_open;
  made.renderer.rules.link_open = (tokens, index, options, env, self) => {
    tokens[index]!.attrSet('rel', 'noopener noreferrer nofollow');
    return plain ? plain(tokens, index, options, env, self) : self.renderToken(tokens, index, options);
  };
  return made;
}

const markdown = reader();

/** Markdown as HTML that holds no script, no picture and no link but to http, https or mail. */
export function markdownHtml(text: string): string {
  return markdown.render(text);
}
