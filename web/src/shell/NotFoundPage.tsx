import { Link } from 'react-router';

export function NotFoundPage() {
  return (
    <main style={{ padding: '3rem' }}>
      <h1>There is no such page</h1>
      <p>
        <Link to="/">To the bench</Link>
      </p>
    </main>
  );
}
