import { useInView } from 'react-intersection-observer';

/** So far off the screen it is made, so that scrolling meets it ready. */
const AHEAD = '400px';

/** Whether part of a long list has come near the screen: only then is it worked out and drawn, and stays. */
export function useSeen() {
  const { ref, inView } = useInView({
    triggerOnce: true,
    rootMargin: AHEAD,
    fallbackInView: true,
  });
  return { ref, seen: inView };
}
