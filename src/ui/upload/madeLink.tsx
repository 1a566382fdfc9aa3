'use client';

import type { AnchorHTMLAttributes } from 'react';
import { newId } from '../newId';
import { followWork } from './followWork';

/** A link to what is made when it is asked for: the page tells how far it is, and can stop it. Without scripts it is a link. */
export function MadeLink({
  href,
  children,
  ...rest
}: AnchorHTMLAttributes<HTMLAnchorElement> & { href: string }) {
  return (
    <a
      {...rest}
      href={href}
      onClick={({ currentTarget }) => {
        const work = newId();
        currentTarget.href = `${href}${href.includes('?') ? '&' : '?'}work=${work}`;
        void followWork(work);
      }}
    >
      {children}
    </a>
  );
}
