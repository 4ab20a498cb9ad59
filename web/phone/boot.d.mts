/** What the phone's server is asked, and what it answers. */

export type Asked = {
  method: string;
  path: string;
  headers: Record<string, string>;
  body: string;
};
export type Answered = { status: number; headers: Record<string, string>; body: string };

export type Step = "runtime" | "modules" | "ready";

export type PhoneServer = {
  answer: (asked: Asked) => Answered;
  words: (asked: Asked) => string;
  hear: (carried: string) => boolean;
  load: (kept: Uint8Array | null) => void;
  kept: () => Uint8Array;
  keepTime: (off: number) => void;
  shape: () => string;
  heap: () => number;
};

export type Boot = {
  load: (options: object) => Promise<unknown>;
  options: object;
  files: Promise<{ modules: Uint8Array; empty: Uint8Array }>;
  tell?: (step: Step) => void;
};

export function boot(how: Boot): Promise<PhoneServer>;
