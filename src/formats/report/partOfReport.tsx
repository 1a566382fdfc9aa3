/** @jsxImportSource preact */
import type { ComponentChildren } from 'preact';
import { Made } from '../markup/markup';
import { Mark } from './mark';
import { Order } from './order';
import { base64 } from './plainPage';
import type { ReportPart, ReportPhoto } from './reportData';

type Part<Kind extends ReportPart['kind']> = Extract<ReportPart, { kind: Kind }>;

const Quiet = ({ children }: { children: ComponentChildren }) => (
  <p class="quiet" dir="auto">
    {children}
  </p>
);

/** What is said in a list; nothing where nothing is. */
export const Items = ({ items }: { items: readonly string[] }) =>
  items.length === 0 ? null : (
    <ul>
      {items.map((item) => (
        <li dir="auto">{item}</li>
      ))}
    </ul>
  );

const Photo = ({ alt, type, bytes }: ReportPhoto) => (
  <img alt={alt} src={`data:${type};base64,${base64(bytes)}`} />
);

const Pros = ({ title, items }: { title: string; items: readonly string[] }) =>
  items.length === 0 ? null : (
    <div>
      <h4>{title}</h4>
      <Items items={items} />
    </div>
  );

function Clip({ name, position, line, wav }: Part<'sounds'>['clips'][number]) {
  return (
    <article class="clip">
      <h3>
        <Mark position={position} />
        <bdi>{name}</bdi>
      </h3>
      <Quiet>{line}</Quiet>
      <audio controls loop preload="none" aria-label={name} src={`data:audio/wav;base64,${base64(wav)}`} />
    </article>
  );
}

function Awards({ given, refused }: Part<'awards'>) {
  return (
    <>
      {given.map((award) => (
        <p class="award" dir="auto">
          {award}
        </p>
      ))}
      {refused.map((award) => (
        <Quiet>{award}</Quiet>
      ))}
      {given.length + refused.length === 0 && <p>No awards.</p>}
    </>
  );
}

function Entry(entry: Part<'entries'>['entries'][number]) {
  const { name, position, line, facts, pros, cons, html, photos } = entry;
  return (
    <article class="entry">
      <h3>
        <Mark position={position} />
        <bdi>{name}</bdi>
      </h3>
      <Quiet>{line}</Quiet>
      {facts.length > 0 && <Quiet>{facts.join('; ')}</Quiet>}
      {pros.length + cons.length > 0 && (
        <div class="two">
          <Pros title="For it" items={pros} />
          <Pros title="Against it" items={cons} />
        </div>
      )}
      <Made html={html} />
      {photos.length > 0 && (
        <div class="photos">
          {photos.map((photo) => (
            <Photo {...photo} />
          ))}
        </div>
      )}
    </article>
  );
}

function contentOf(part: ReportPart): ComponentChildren {
  const words = <Made html={part.html} />;
  switch (part.kind) {
    case 'text':
      return words;
    case 'ranking':
      return [words, <Order order={part.order} />];
    case 'picture':
      return (
        <figure>
          <Made html={part.svg} />
          {part.html !== '' && <figcaption>{words}</figcaption>}
        </figure>
      );
    case 'sounds':
      return [words, <Quiet>{part.note}</Quiet>, part.clips.map((clip) => <Clip {...clip} />)];
    case 'awards':
      return [words, <Awards {...part} />];
    case 'entries':
      return [words, part.entries.map((entry) => <Entry {...entry} />)];
  }
}

/** A part of a report under its title. */
export const PartOfReport = ({ part, index }: { part: ReportPart; index: number }) => (
  <section>
    {part.title !== '' && (
      <h2 id={`part-${index + 1}`} dir="auto">
        {part.title}
      </h2>
    )}
    {contentOf(part)}
  </section>
);
