"use client";
import { useEffect } from "react";
import { wouldLose } from "./outbox";

/** Has the browser ask before the page is closed on something that neither the server nor the browser keeps. */
export function useLeaving(): void {
  useEffect(() => {
    const ask = (event: BeforeUnloadEvent): void => {
      if (wouldLose()) event.preventDefault();
    };
    addEventListener("beforeunload", ask);
    return () => removeEventListener("beforeunload", ask);
  }, []);
}
