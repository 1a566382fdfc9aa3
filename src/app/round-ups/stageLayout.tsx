import { notFound } from 'next/navigation';
import type { DeskLine } from '@/lab/orders/deskPages';
import type { RoundUpView } from '@/lab/model/roundUpView';
import { DeskPages } from '@/stages/desk/pageLine';
import { idFrom } from '../ids';
import { roundUpView } from '../roundUpView';

interface Props {
  children: React.ReactNode;
  params: Promise<{ id: string }>;
}

/** The layout of a stage that has pages under it: gives them their line. */
export const stageLayout = (pagesOf: (view: RoundUpView) => DeskLine | Promise<DeskLine>) =>
  async function StageLayout({ children, params }: Props) {
    const view = await roundUpView(idFrom((await params).id));
    if (!view) notFound();
    return <DeskPages line={await pagesOf(view)}>{children}</DeskPages>;
  };
