import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Button } from '../../../ui/button.tsx';

/** Sends a scan, and says how far it has come. Without scripts it is an ordinary form. */
export function UploadForm({ runId }: { readonly runId: string }) {
  const [share, setShare] = useState<number | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const navigate = useNavigate();
  const action = `/logbook/${runId}/scans`;
  const send = (form: HTMLFormElement) => {
    // Only this older way of asking tells how much has gone out.
    const request = new XMLHttpRequest();
    request.upload.onprogress = (event) => event.lengthComputable && setShare(event.loaded / event.total);
    request.onload = () => {
      setShare(null);
      const landed = new URL(request.responseURL || location.href);
      if (request.status < 400) void navigate(landed.pathname + landed.search);
      else
        setSays(
          request.status === 413 ? 'The scan is larger than 200 MB. Scan the strip’s end alone.' : 'The scan was not taken. Send it again.',
        );
    };
    request.onerror = () => {
      setShare(null);
      setSays('The server was not reached. The scan is where it was: send it again.');
    };
    request.open('POST', action);
    setSays(null);
    setShare(0);
    request.send(new FormData(form));
  };
  return (
    <form
      method="post"
      action={action}
      encType="multipart/form-data"
      onSubmit={(event) => {
        event.preventDefault();
        send(event.currentTarget);
      }}
    >
      <label className="block font-semibold">
        The scan: PNG, TIFF or JPEG, 8 or 16 bits, up to 200 MB
        <input
          type="file"
          name="scan"
          required
          // What is chosen is what is meant.
          onChange={(event) => event.currentTarget.files?.length && event.currentTarget.form && send(event.currentTarget.form)}
          accept="image/png,image/jpeg,image/tiff,.tif,.tiff"
          className="mt-1 block w-full font-normal file:mr-3 file:min-h-11 file:rounded-card file:border file:border-solid file:border-[#8aa39e] file:bg-card file:px-4 file:font-semibold"
        />
      </label>
      <Button filled className="mt-3" disabled={share !== null}>
        {share === null ? 'Bring it in' : share < 1 ? `${Math.round(share * 100)} % sent` : 'Looking at it'}
      </Button>
      {share !== null && <progress aria-label="Sent so far" value={share} max={1} className="mt-2 block h-2 w-full accent-petrol" />}
      {says && (
        <p role="alert" className="mt-2 font-semibold text-hot">
          {says}
        </p>
      )}
    </form>
  );
}
