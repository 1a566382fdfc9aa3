import { Term, Termed } from '../marks/term';

interface Head {
  of: React.ReactNode;
  /** Over numbers, which stand to the right. */
  isNumber?: true;
  className?: string;
  title?: string;
}

/** What stands over a column: its words, where a term explains itself; nothing where the column is not there. */
export type ColumnHead = string | Head | false | null | undefined;

/** Over places, which are ranges. */
export const LIKELY_PLACE: Head = { of: <Term name="likely place">Place</Term> };

/** Over a column of numbers. */
export const num = (of: React.ReactNode, more: Pick<Head, 'title'> = {}): Head => ({
  ...{ of: typeof of === 'string' ? <Termed>{of}</Termed> : of, isNumber: true },
  ...more,
});

/** Over what is pressed: for those who hear the page. */
export const unseen = (of: string): Head => ({ of: <span className="sr-only">{of}</span> });

/** The heads of a table’s columns; children are further rows of its head. */
export function Heads({
  of: heads,
  className,
  children,
}: {
  of: readonly ColumnHead[];
  className?: string;
  children?: React.ReactNode;
}) {
  return (
    <thead className={className}>
      <tr>
        {heads.map((head, i) => {
          if (!head) return null;
          if (typeof head === 'string')
            return (
              <th key={i} scope="col">
                <Termed>{head}</Termed>
              </th>
            );
          const { of, isNumber, className: own, ...more } = head;
          return (
            <th key={i} scope="col" className={isNumber ? 'num' : own} {...more}>
              {of}
            </th>
          );
        })}
      </tr>
      {children}
    </thead>
  );
}
