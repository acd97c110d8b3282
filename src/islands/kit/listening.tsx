/** Until a page listens, its controls cannot be used: a choice or a press that nobody hears is not taken at all. */
import { useSyncExternalStore, type ComponentType } from 'react';

const never = () => () => undefined;

/** The island with every control off until the browser has taken it over from the server. */
export const listening = <P extends object>(Island: ComponentType<P>) =>
  function Listening(props: P) {
    const heard = useSyncExternalStore(
      never,
      () => true,
      () => false,
    );
    return (
      <fieldset disabled={!heard} className="contents">
        <Island {...props} />
      </fieldset>
    );
  };
