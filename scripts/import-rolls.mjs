/** Rolls through the import, as a person would bring them: the file, the preview, and stored to the last. Calls `meanwhile` with each phase. */
export async function importRolls(base, count, meanwhile = () => {}) {
  const lines = Array.from({ length: count }, (_, i) => `Old roll ${i},Tern 400,C-41,135-36,400`);
  const post = (path, fields) =>
    fetch(`${base}${path}`, {
      method: 'POST',
      body: new URLSearchParams(fields),
      redirect: 'manual',
      headers: { Origin: base },
    });
  const form = new FormData();
  form.set('file', new Blob([`Name,Film,Process,Format,Box speed\n${lines.join('\n')}`], { type: 'text/csv' }), 'rolls.csv');
  const begun = await fetch(`${base}/rolls/import`, { method: 'POST', body: form, redirect: 'manual', headers: { Origin: base } });
  const job = begun.headers.get('location');
  if (!job) throw new Error(`The import was refused: ${begun.status}`);
  const pages = async (until) => {
    for (;;) {
      const page = await fetch(`${base}${job}`, { redirect: 'manual' });
      if (until(page.status, await page.text())) return;
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
  };
  meanwhile('reading');
  await pages((status, text) => status !== 200 || !text.includes('<progress'));
  meanwhile('storing');
  await post(job, { intent: 'import', 'also-known': 'on' });
  await pages((status) => status === 302);
  meanwhile('stored');
}
