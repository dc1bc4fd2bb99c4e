import { useEffect, useRef, useState } from 'react';

/**
 * Asks a worker whenever the question changes and shows its latest answer; answers that were overtaken are dropped.
 * The worker takes `{ id, question }` and replies `{ id, answer }`. Null until the first answer.
 */
export function useWorkerAnswer<Question, Answer>(start: () => Worker, question: Question): Answer | null {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const worker = useRef<Worker | null>(null);
  const asked = useRef(0);
  useEffect(() => {
    const begun = start();
    worker.current = begun;
    begun.onmessage = (message: MessageEvent<{ readonly id: number; readonly answer: Answer }>) => {
      if (message.data.id === asked.current) setAnswer(message.data.answer);
    };
    return () => begun.terminate();
    // One worker for as long as the part is on the page.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const key = JSON.stringify(question);
  useEffect(() => {
    asked.current++;
    worker.current?.postMessage({ id: asked.current, question: JSON.parse(key) as Question });
  }, [key]);
  return answer;
}
