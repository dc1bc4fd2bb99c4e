import { data } from 'react-router';

const FORMS = ['application/x-www-form-urlencoded', 'multipart/form-data'];

/**
 * What a form posted. Whatever else is sent to a page (JSON, text, half a file) is refused in words: browsers send none of
 * it, and it is nobody’s fault here.
 */
export async function postedForm(request: Request): Promise<FormData> {
  const type = request.headers.get('content-type')?.split(';')[0]?.trim().toLowerCase() ?? '';
  // React Router reads what is thrown.
  if (!FORMS.includes(type)) throw refused('This page takes what its form sends, and nothing else. Nothing was changed.', 415);
  try {
    return await request.formData();
  } catch {
    throw notWhole();
  }
}

export function notWhole() {
  return refused('What was sent broke off, or is no form. Nothing was changed: go back and send it again.', 400);
}

function refused(says: string, status: number) {
  return data(says, { status });
}
