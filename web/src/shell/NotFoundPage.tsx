import { Link } from 'react-router';
import { words } from '../words/first-page.js';

export function NotFoundPage() {
  return (
    <main style={{ padding: '3rem' }}>
      <h1>{words['page.does-not-exist']()}</h1>
      <p>
        <Link to="/">{words['common.all-machines']()}</Link>
      </p>
    </main>
  );
}
