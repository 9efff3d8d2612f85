import { lazy, Suspense, type ReactNode } from 'react';
import { Link, Navigate, Route, Routes, useLocation } from 'react-router';
import { SetupPage, SignInPage } from '../features/account';
import { ProblemNote } from '../shared/ProblemNote';
import { TitleBar } from '../shared/TitleBar';
import { useSession } from '../shared/useSession';
import { say } from '../words';

// a colleague loads the reading page alone; all that authors use comes in one piece of its own
const ReadPage = lazy(() => import('../features/read').then((m) => ({ default: m.ReadPage })));
const AuthorPages = lazy(() => import('./AuthorPages'));

export function AppRoutes() {
  return (
    <Suspense fallback={<TitleBar title="…" />}>
      <Routes>
        <Route
          path="/a/:slug"
          element={
            <WithSession open>
              <ReadPage />
            </WithSession>
          }
        />
        <Route path="/sign-in" element={<SignInPage />} />
        <Route path="/setup" element={<SetupPage />} />
        <Route
          path="*"
          element={
            <WithSession>
              <AuthorPages />
            </WithSession>
          }
        />
      </Routes>
    </Suspense>
  );
}

/** Waits until it is known who is signed in; sends those who are not to sign in, unless the page is open. */
function WithSession({
  open,
  children,
}: {
  readonly open?: boolean;
  readonly children: ReactNode;
}) {
  const { data, error, refetch } = useSession();
  const location = useLocation();
  if (error) {
    return (
      <main>
        <ProblemNote error={error} onRetry={() => void refetch()} />
      </main>
    );
  }
  if (!data) return <TitleBar title="…" />;
  if (!open && !data.signedIn) {
    const to = encodeURIComponent(location.pathname + location.search);
    return <Navigate to={`/sign-in?to=${to}`} replace />;
  }
  if (!open && data.role === 'READER') {
    return (
      <>
        <TitleBar title={say('app.keenSparrow')} />
        <main>
          <h2>{say('app.nothingToOpenHere')}</h2>
          <p>
            {say('app.yourAccountOpensTheApps')} <Link to="/sign-in">{say('app.signIn')}</Link>{' '}
            {say('app.withAnotherAccount')}
          </p>
        </main>
      </>
    );
  }
  return <>{children}</>;
}
