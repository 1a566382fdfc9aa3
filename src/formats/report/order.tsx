/** @jsxImportSource preact */
import type { ComponentChildren } from 'preact';
import { layoutSketch, layoutWords, SKETCH, type PlacedFan } from '@/core/cases/layoutSketch';
import { Mark } from './mark';
import { hasResistance, type OrderTable } from './reportData';

/** A layout as a small drawing: the case, its fans, and which way each blows. */
function Sketch({ layout }: { layout: readonly PlacedFan[] }) {
  if (layout.length === 0) return null;
  const { left, right, top, bottom, width, height } = SKETCH;
  return (
    <svg class="sketch" viewBox={`0 0 ${width} ${height}`} role="img" aria-label={layoutWords(layout)}>
      <rect
        x={left}
        y={top}
        width={right - left}
        height={bottom - top}
        rx="2"
        fill="none"
        stroke="currentColor"
        stroke-width="2"
      />
      {layoutSketch(layout).map((fan) => {
        const fill = `var(--c${fan.direction === 'in' ? 0 : 1})`;
        return [
          <rect x={fan.x} y={fan.y} width={fan.width} height={fan.height} fill={fill} />,
          <path d={fan.head} fill={fill} />,
        ];
      })}
    </svg>
  );
}

function Cell({ label, kind, children }: { label: string; kind?: string; children: ComponentChildren }) {
  return (
    <td data-label={label} class={kind}>
      {children}
    </td>
  );
}

/** Columns of names; the others are figures. */
const WORDS = new Set(['Place', 'Entry', 'Fans', '']);

function Rows({ heading, referenceHeading, rows }: OrderTable) {
  const hasReference = referenceHeading !== '';
  const withResistance = hasResistance(rows);
  const head = [
    ...['Place', 'Entry', 'Fans', heading, 'dB(A)'],
    ...(withResistance ? ['K/W'] : []),
    ...(hasReference ? [referenceHeading] : []),
    ...['Price', ''],
  ];
  return (
    <table class="order">
      <thead>
        <tr>
          {head.map((title) => (
            <th scope="col" class={WORDS.has(title) ? undefined : 'n'}>
              {title === '' ? <span class="quiet">at this load</span> : title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr>
            <Cell label="Place" kind="place">
              {row.place}
            </Cell>
            <Cell label="Entry" kind="name">
              <span>
                <Mark position={row.position} />
                <Sketch layout={row.layout} />
                <bdi>{row.name}</bdi>
              </span>
            </Cell>
            <Cell label="Fans">
              <bdi>{row.fans}</bdi>
            </Cell>
            <Cell label={heading} kind="n">
              <span>
                <b>{row.value}</b> <span class="quiet">{`± ${row.interval95}`}</span>
              </span>
            </Cell>
            <Cell label="dB(A)" kind="n">
              {row.levelDb}
            </Cell>
            {withResistance && (
              <Cell label="K/W" kind="n">
                {row.resistance}
              </Cell>
            )}
            {hasReference && (
              <Cell label={referenceHeading} kind="n">
                {row.atReference}
              </Cell>
            )}
            <Cell label="Price" kind="n">
              {row.price}
            </Cell>
            <Cell label="" kind={row.standing === '' || row.standing === 'holds the load' ? 'ok' : 'warn'}>
              {row.standing}
            </Cell>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** An order as a table that turns into a list on a phone, with what is said of it. */
export function Order({ order }: { order: OrderTable }) {
  const { rows, sentences, notPlaced, bridged } = order;
  return (
    <>
      {rows.length === 0 ? <p>No entry is ranked here.</p> : <Rows {...order} />}
      {sentences.map((sentence) => (
        <p dir="auto">{sentence}</p>
      ))}
      {notPlaced.length > 0 && (
        <p class="quiet">
          {'Not ranked here: '}
          {notPlaced.map(({ name, reason }, i) => [i > 0 && '; ', <bdi>{name}</bdi>, `, ${reason}`])}.
        </p>
      )}
      {bridged.length > 0 && [
        <p class="quiet">Bridged, not measured here:</p>,
        <ul>
          {bridged.map((sentence) => (
            <li dir="auto">{sentence}</li>
          ))}
        </ul>,
      ]}
    </>
  );
}
