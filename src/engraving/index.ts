export { engrave } from './engrave';
export {
  type Box,
  type DrawingWish,
  drawingKey,
  ENGRAVING_VERSION,
  type EngravedSystem,
  type Engraving,
  LAYOUT_NAMES,
  LAYOUTS,
  type Layout,
  type LayoutName,
  USUAL_DRAWINGS,
} from './engraving';
