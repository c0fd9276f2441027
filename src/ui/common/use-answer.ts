"use client";
import { useEffect, useRef, useState } from "react";
import { QuestionClient, type Kind, type Question, type Answering } from "@/workers/questions.client";
import type { Medium } from "@/core/media/medium";

/**
 * How it stands with a question of a page; a new question, or none, ends the one before. `medium` stays the same as
 * long as the media do.
 */
export function useAnswer<K extends Kind>(
  question: Question<K> | undefined,
  medium: (id: string) => Medium | undefined,
): Answering<K> | undefined {
  const [standing, setStanding] = useState<Answering<K>>();
  const client = useRef<QuestionClient<{ it: K }>>(undefined);
  useEffect(() => {
    const made = new QuestionClient<{ it: K }>(medium, (_, told) => setStanding(() => told));
    client.current = made;
    return () => made.end();
  }, [medium]);
  useEffect(() => client.current?.want({ it: question }), [question, medium]);
  return question !== undefined && standing?.question === question ? standing : undefined;
}
