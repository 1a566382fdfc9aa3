'use client';

import dynamic from 'next/dynamic';

/** Where short notices appear; it comes when the page stands. */
export const Notices = dynamic(() => import('./noticeBoard'), { ssr: false });
