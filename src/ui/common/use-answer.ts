"use client";
import { useEffect, useRef, useState } from "react";
import { QuestionClient, type Kind, type Question, type Standing } from "@/workers/questions.client";
import type { Medium } from "@/core/media/medium";

/**
 * How it stands with a question of a page; a new question, or none, ends the one before. `medium` stays the same as
 * long as the media do.
 */
export function useAnswer<K extends Kind>(
  question: Question<K> | undefined,
  medium: (id: string) => Medium | undefined,
): Standing<K> | undefined {
  const [standing, setStanding] = useState<Standing<K>>();
  const client = useRef<QuestionClient<{ it: K }>>(undefined);
  useEffect(() => {
    const made = new QuestionClient<{ it: K }>(medium, (_, told) => setStanding(() => told));
    client.current = made;
    return () => made.end();
  }, [medium]);
  useEffect(() => client.current?.want({ it: question }), [question, medium]);
  return question !== undefined && standing?.question === question ? standing : undefined;
}
