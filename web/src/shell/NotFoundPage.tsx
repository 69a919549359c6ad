import { Link } from 'react-router';

export function NotFoundPage() {
  return (
    <main style={{ padding: '3rem' }}>
      <h1>This page does not exist</h1>
      <p>
        <Link to="/">All machines</Link>
      </p>
    </main>
  );
}
