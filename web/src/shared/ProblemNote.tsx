import { say } from '../words';
/** A failure in its place, with what to do and a way to try again. */
export function ProblemNote({
  error,
  onRetry,
}: {
  readonly error: Error;
  readonly onRetry?: () => void;
}) {
  return (
    <div className="problem" role="alert">
      {error.message}{' '}
      {onRetry && (
        <button type="button" className="word" onClick={onRetry}>
          {say('shared.tryAgain')}
        </button>
      )}
    </div>
  );
}
