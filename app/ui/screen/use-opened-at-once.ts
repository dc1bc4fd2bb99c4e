import { useEffect, useRef, type RefObject } from 'react';

/** For the button of a part that was loaded by a press on its stand-in: it takes the focus over, and that press opens it. */
export function useOpenedAtOnce<Button extends HTMLElement>(isPressed = true): RefObject<Button | null> {
  const button = useRef<Button>(null);
  const pressed = useRef(isPressed);
  useEffect(() => {
    if (!pressed.current) return;
    pressed.current = false;
    button.current?.focus();
    button.current?.click();
  }, []);
  return button;
}
