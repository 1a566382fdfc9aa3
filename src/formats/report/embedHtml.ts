import { escaped } from '../picture/pictureTheme';
import { plainPage, type ReportFonts } from './reportHtml';

/** One part of a verdict by itself. */
export interface Embedded {
  title: string;
  /** Round-up, version, condition and date: a part that stands elsewhere says where it is from. */
  about: string;
  /** A picture, or a table, as the report has it. */
  html: string;
}

/** A chart or a ranking as a small page of its own, for a frame in another page: no script, and no request to anywhere. */
export const embedHtml = ({ title, about, html }: Embedded, fonts: ReportFonts): string =>
  plainPage(
    {
      title,
      shows: 'font-src data:',
      body: `<main class="embedded">${html}<p class="quiet" dir="auto">${escaped(about)}</p></main>`,
    },
    fonts,
  );
