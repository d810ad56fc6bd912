import { ButtonLink } from '@/ui/button';
import { PageFrame, Sheet } from '@/ui/page-frame';

export default function NotFoundPage() {
  return (
    <PageFrame>
      <Sheet className="mx-auto mt-8 max-w-xl">
        <h1 className="mb-2 text-2xl font-bold">This page is not on your stand</h1>
        <p className="mb-4">It does not exist, or it belongs to somebody else.</p>
        <ButtonLink href="/" weight="main">
          Back to your pages
        </ButtonLink>
      </Sheet>
    </PageFrame>
  );
}
