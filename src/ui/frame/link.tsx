import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/** A link to a page of ours. Nothing is fetched ahead: a page has dozens of links, and the server would draw each of them whole. */
export const Link = (props: ComponentProps<typeof NextLink>) => <NextLink prefetch={false} {...props} />;
