import { Link } from 'react-router';
import { Page } from '../shared/page.tsx';

export function NotFound() {
  return (
    <Page title="Nothing here">
      <p className="text-quiet text-lg">There is no page at this address. It may have been mistyped, or moved.</p>
      <Link to="/" className="btn btn-primary mt-4">
        Go to today
      </Link>
    </Page>
  );
}
