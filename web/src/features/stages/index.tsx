import { ElementHeights, ElementSheet } from "./ElementHeights";
export { Match } from "./Match";
export { Moved } from "./Moved";
export { STAGES, type Stage } from "./stages";
import { StageScreen } from "./StageScreen";

/** The screens of the stages; the stone has its own, as it belongs to floors. */
export const Stages = {
  layout: () => <StageScreen key="layout" stage="layout" />,
  dig: () => <StageScreen key="dig" stage="dig" />,
  forms: () => <StageScreen key="forms" stage="forms" />,
  piers: () => <StageScreen key="piers" stage="piers" />,
  "in-slab": () => <StageScreen key="in-slab" stage="in-slab" />,
  after: () => <StageScreen key="after" stage="after" />,
};

export const Marking = () => <StageScreen key="marks" stage="marks" />;

const HEIGHTS = {
  layout: () => <ElementHeights stage="layout" />,
  dig: () => <ElementHeights stage="dig" />,
  forms: () => <ElementHeights stage="forms" />,
  piers: () => <ElementHeights stage="piers" />,
  "in-slab": () => <ElementHeights stage="in-slab" />,
  marks: () => <ElementHeights stage="marks" />,
  after: () => <ElementHeights stage="after" />,
};

const SHEETS = {
  layout: () => <ElementSheet stage="layout" />,
  dig: () => <ElementSheet stage="dig" />,
  forms: () => <ElementSheet stage="forms" />,
  piers: () => <ElementSheet stage="piers" />,
  "in-slab": () => <ElementSheet stage="in-slab" />,
  marks: () => <ElementSheet stage="marks" />,
  after: () => <ElementSheet stage="after" />,
};

export const heightsOf = (stage: keyof typeof HEIGHTS) => HEIGHTS[stage];
export const sheetOf = (stage: keyof typeof SHEETS) => SHEETS[stage];
