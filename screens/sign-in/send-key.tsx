"use client";

/** Why it was not taken, and the key that sends what was told. */
export const SendKey = ({ label, message }: { label: string; message: string | null }) => (
  <>
    {message && (
      <p role="alert" className="text-lg font-bold">
        {message}
      </p>
    )}
    <button type="submit" className="min-h-16 bg-ink text-2xl text-paper">
      {label}
    </button>
  </>
);
