import { Link } from '@/ui/frame/link';
import { Header } from '@/ui/frame/header';

export default function NotFound() {
  return (
    <>
      <Header title="No such page" />
      <main id="main" tabIndex={-1} className="space-y-4 px-7 pt-6">
        <p>There is nothing at this address: the round-up or the run may be of another lab.</p>
        <Link className="act-button inline-block" href="/">
          To the round-ups
        </Link>
      </main>
    </>
  );
}
