/** A small drawing of a word: what is its own is yellow, what is around it is a line. */
type Sketch = { own?: string; around: string; beam?: string };

const GROUND = "M4 44H76";

export const SKETCHES: Record<string, Sketch> = {
  benchmark: { own: "M34 20h16l-8 14z", around: `${GROUND}M42 34V44` },
  elevation: { around: `${GROUND}M20 44V10M14 16l6-6 6 6M48 10H72`, own: "M52 14h12l-6 10z" },
  "set-up": { around: `${GROUND}M22 44l14-26 14 26M36 18V44`, own: "M30 8h12v10H30z" },
  backsight: {
    around: `${GROUND}M56 44V8M62 44V8M56 8h6`,
    own: "M52 34h14l-7 10z",
    beam: "M6 20H58",
  },
  foresight: { around: `${GROUND}M56 44V8M62 44V8M56 8h6`, beam: "M6 20H58" },
  beam: { around: `${GROUND}M12 44l8-18 8 18`, own: "M15 16h10v10H15z", beam: "M25 21H76" },
  "turning-point": {
    around: `${GROUND}M10 44l6-16 6 16M58 44l6-16 6 16`,
    own: "M34 32h12l-6 12z",
    beam: "M16 24H40M40 18H64",
  },
  rod: {
    around: "M34 4v42M46 4v42M34 4h12M34 12h6M34 20h9M34 28h6M34 36h9",
    own: "M34 24h12v4H34z",
  },
  receiver: { around: "M34 4v42M42 4v42", own: "M44 16h20v18H44z", beam: "M20 25H44" },
  clamp: {
    around: "M34 4v42M42 4v42M56 44V25M52 30l4-5 4 5",
    own: "M42 20h10v10H42z",
    beam: "M10 25H42",
  },
  high: { around: "M4 26H76", own: "M14 14h12v12H14zM54 26h12v12H54zM36 22h8v8h-8z" },
  cut: { around: "M4 26H76M20 6v14M14 14l6 6 6-6M60 46V32M54 38l6-6 6 6" },
  formation: { around: "M4 12h14v24h44V12h14M24 40l-4 6M40 40l-4 6M56 40l-4 6" },
  stone: { own: "M8 24h64v12H8z", around: "M8 12h64v12M4 44H76" },
  "finished-level": { own: "M8 14h64v12H8z", around: "M4 14H76M8 26v10h64V26" },
  forms: { own: "M14 16h6v24h-6zM60 16h6v24h-6z", around: `M4 44H76M20 18H60` },
  "batter-boards": { own: "M8 18h24v6H8z", around: `${GROUND}M12 14v30M28 14v30M20 18H76` },
  screed: { own: "M10 30h14v8H10zM54 30h14v8H54z", around: "M4 30H76M4 44H76" },
  "wet-pad": { own: "M26 34c4-6 24-6 28 0v4H26z", around: "M4 38H76M10 30H70" },
  layer: { own: "M8 22h64v6H8z", around: "M8 10h64v12M8 28h64v10M4 44H76" },
  chairs: {
    own: "M4 20h72v4H4z",
    around: "M4 10H76M4 40H76M16 24l-5 16M16 24l5 16M60 24l-5 16M60 24l5 16",
  },
  embed: { own: "M24 8h4v24h-8M52 8h4v24h-8", around: "M4 18H76M4 44H76" },
  recess: { own: "M4 14h24v10h24V14h24v18H4z", around: "M4 44H76" },
  fall: { own: "M8 16l64 16v8H8z", around: "M8 16H72M72 16v16" },
  "stack-up": { own: "M14 10h52v6H14zM14 18h52v5H14z", around: "M14 25h52v7H14zM34 32v14h12V32" },
  u: { around: "M40 8v32M34 8h12M34 40h12", own: "M36 20h8v8h-8z" },
  hold: { own: "M10 16h24v16H10z", around: "M46 16h24v16H46zM52 20l12 8M64 20l-12 8" },
  strike: { around: "M10 18H60M10 30H50", beam: "M6 24H70" },
};
