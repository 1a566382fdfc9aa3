import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { pagesOfCurves } from '@/lab/orders/deskPages';
import { DeskPages } from '@/stages/desk/pageLine';

interface Props {
  children: React.ReactNode;
  params: Promise<{ id: string }>;
}

export default async function CurvesLayout({ children, params }: Props) {
  const view = await roundUpView(idFrom((await params).id));
  if (!view) notFound();
  return <DeskPages line={await pagesOfCurves(view)}>{children}</DeskPages>;
}
