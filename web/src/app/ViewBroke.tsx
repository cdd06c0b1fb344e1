import Button from 'react-bootstrap/Button';
import { Link, useLocation, useNavigate, useRouteError } from 'react-router';
import { Heading } from '../ui/Heading.tsx';

/** One view broke: the bar and undo stay, and it can be tried again where it is. */
export function ViewBroke() {
  const error = useRouteError();
  const { pathname, search, hash } = useLocation();
  const navigate = useNavigate();
  return (
    <div className="empty" role="alert">
      <Heading>This view broke</Heading>
      <p>
        What was stored before is untouched, and drafts are kept on this device. If the last thing
        you did broke it, undo takes that back.
      </p>
      {error instanceof Error && <p className="soft">{error.message}</p>}
      <div className="d-flex flex-wrap gap-2">
        <Button onClick={() => void navigate({ pathname, search, hash }, { replace: true })}>
          Try again
        </Button>
        <Link className="btn btn-outline-secondary" to="/riders">
          Go to the riders
        </Link>
      </div>
    </div>
  );
}
