import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { pagesOfVerdict } from '@/lab/orders/deskPages';
import { DeskPages } from '@/stages/desk/pageLine';

interface Props {
  children: React.ReactNode;
  params: Promise<{ id: string }>;
}

export default async function VerdictLayout({ children, params }: Props) {
  const view = await roundUpView(idFrom((await params).id));
  if (!view) notFound();
  return <DeskPages line={await pagesOfVerdict(view)}>{children}</DeskPages>;
}
