import { Link, useRouteError } from 'react-router';

/** An address that leads nowhere, or a view that broke: say so plainly, and show the way back. */
export function Lost() {
  const error = useRouteError();
  return (
    <div className="page">
      <h1>{error ? 'This page broke' : 'There is nothing at this address'}</h1>
      <p>
        {error
          ? 'What was stored before is untouched, and drafts are kept on this device.'
          : 'The rider, test or session may have been removed.'}
      </p>
      {error instanceof Error && <p className="soft">{error.message}</p>}
      <Link to="/riders" reloadDocument>
        Go to the riders
      </Link>
    </div>
  );
}
