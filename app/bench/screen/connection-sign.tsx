import CloudOff from 'lucide-react/icons/cloud-off';
import type { Connection } from '../channel/run-channel.ts';

/** Said calmly: the Bench goes on by itself. */
export function ConnectionSign({ connection, undelivered }: { readonly connection: Connection; readonly undelivered: number }) {
  if (connection === 'together') return null;
  return (
    <span role="status" className="flex items-center gap-1.5 font-sans text-sm">
      <CloudOff aria-hidden size={16} />
      On its own; goes on{undelivered > 0 && `, ${undelivered} to save`}
    </span>
  );
}
