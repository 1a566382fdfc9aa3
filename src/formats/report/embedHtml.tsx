/** @jsxImportSource preact */
import type { ComponentChildren } from 'preact';
import { plainPage, type ReportFonts } from './plainPage';

/** One part of a verdict by itself. */
export interface Embedded {
  title: string;
  /** Round-up, version, condition and date: a part that stands elsewhere says where it is from. */
  about: string;
  /** A picture, or a table, as the report has it. */
  part: ComponentChildren;
}

/** A chart or a ranking as a small page of its own, for a frame in another page: no script, and no request to anywhere. */
export const embedHtml = ({ title, about, part }: Embedded, fonts: ReportFonts): string =>
  plainPage(
    {
      title,
      shows: 'font-src data:',
      children: (
        <main class="embedded">
          {part}
          <p class="quiet" dir="auto">
            {about}
          </p>
        </main>
      ),
    },
    fonts,
  );
