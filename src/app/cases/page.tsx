import { viewCases } from '@/lab/lineUp/cases';
import { CasesStage } from '@/stages/cases/casesStage';
import { Header } from '@/ui/frame/header';

export const dynamic = 'force-dynamic';

export const metadata = { title: 'Cases' };

export default async function CasesPage() {
  const { cases, unnoted } = await viewCases();
  return (
    <>
      <Header title="Cases" under="What goes where, and how much room there is" />
      <main id="main" tabIndex={-1} className="px-4 pt-5 pb-8 md:px-7">
        <CasesStage cases={cases} unnoted={unnoted} />
      </main>
    </>
  );
}
