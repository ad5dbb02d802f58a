"use client";
import { useState } from "react";
import { useEnter } from "../parts/kept/use-enter";

/** 20 MB: more than any telephone's camera makes. */
const MOST_BYTES = 20 * 1024 * 1024;

/** Stores pictures with their job; each is kept the moment it is chosen. @returns how, and what went wrong */
export const useTakePhotos = (jobId: string) => {
  const enter = useEnter(jobId);
  const [message, setMessage] = useState<string | null>(null);
  /** @param caption what is on it; the file's own name where nothing is said */
  const take = async (list: readonly File[], caption?: string) => {
    setMessage(null);
    for (const picture of list) {
      if (picture.size > MOST_BYTES) {
        setMessage(`“${picture.name}” has ${(picture.size / 1048576).toFixed(0)} MB; at most 20 MB will do`);
        continue;
      }
      const id = crypto.randomUUID();
      const sent = await enter({ what: "photo", jobId, id, caption: caption ?? picture.name, file: picture });
      if (sent.state === "refused") setMessage(sent.message);
    }
  };
  return { take, message };
};
