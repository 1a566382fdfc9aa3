'use client';

import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import { onWanted } from './boardWanted';

const NoticeBoard = dynamic(() => import('./noticeBoard'), { ssr: false });

/** Where short notices appear; it comes with the first of them. */
export function Notices() {
  const [isWanted, setWanted] = useState(false);
  useEffect(() => onWanted(() => setWanted(true)), []);
  return isWanted ? <NoticeBoard /> : null;
}
