import Button from 'react-bootstrap/Button';
import { Link, useLocation, useNavigate, useRouteError } from 'react-router';
import { Heading } from '../ui/Heading.tsx';
import { isStale } from './staleParts.ts';

/** One view broke: the bar and undo stay, and it can be tried again where it is. */
export function ViewBroke() {
  const error = useRouteError();
  const { pathname, search, hash } = useLocation();
  const navigate = useNavigate();
  const again = (): void => {
    if (isStale()) window.location.reload();
    else void navigate({ pathname, search, hash }, { replace: true });
  };
  return (
    <div className="empty" role="alert">
      <Heading>This view broke</Heading>
      <p>
        What was stored before is untouched, and drafts are kept on this device.{' '}
        {isStale()
          ? 'This part of the page could not be fetched: the program was updated meanwhile, or is not running.'
          : 'If the last thing you did broke it, undo takes that back.'}
      </p>
      {error instanceof Error && !isStale() && <p className="soft">{error.message}</p>}
      <div className="d-flex flex-wrap gap-2">
        <Button onClick={again}>Try again</Button>
        <Link className="btn btn-outline-secondary" to="/riders">
          Go to the riders
        </Link>
      </div>
    </div>
  );
}
