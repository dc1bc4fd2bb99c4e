import { Notice } from '../../ui/notice.tsx';
import type { Refusal } from '../draft/posted-change.server.ts';

/** Why nothing was changed, and where the run is that stands in the way. */
export function RefusalNotice({ refusal }: { readonly refusal: Refusal }) {
  return (
    <Notice>
      {refusal.message}{' '}
      {refusal.liveRunId && (
        <a className="font-semibold underline" href={`/bench/${refusal.liveRunId}`}>
          To the Bench
        </a>
      )}
    </Notice>
  );
}
