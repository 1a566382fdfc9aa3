import { redirect } from 'next/navigation';
import { idFrom } from '@/app/ids';

export default async function RoundUpPage({ params }: { params: Promise<{ id: string }> }) {
  redirect(`/round-ups/${idFrom((await params).id)}/curves`);
}
