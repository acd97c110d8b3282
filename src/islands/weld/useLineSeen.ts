/** What is known of the other welds of this line, where the criterion asks for a share of the insides only. */
import { useEffect, useState } from 'react';
import type { LineSeen } from '../../../core/models/criteria';
import { request } from '../post';
import { useWeld } from './context';

export function useLineSeen(): LineSeen | null {
  const { state, criterion } = useWeld();
  const asks = criterion.insideSeen !== undefined && criterion.insideSeen.share < 1;
  const [line, setLine] = useState<LineSeen | null>(null);
  useEffect(() => {
    if (!asks) return;
    let gone = false;
    void request<LineSeen>('GET', `/api/welds/${state.id}/line`).then((r) => {
      if (!gone && r.ok) setLine(r.value);
    });
    return () => {
      gone = true;
    };
  }, [asks, state.id, state.version]);
  return line;
}
