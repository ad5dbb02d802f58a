"use client";
import { useEffect } from "react";
import { sendWaiting } from "./outbox";

/** What could not be sent before a break goes now; then the page is loaded anew, from the record that has it. */
export const LateLetters = () => {
  useEffect(() => {
    void sendWaiting().then((sent) => sent > 0 && window.location.reload());
  }, []);
  return null;
};
