export { engrave } from './engrave';
export {
  type Box,
  ENGRAVING_VERSION,
  type EngravedSystem,
  type Engraving,
  LAYOUTS,
  type Layout,
  SCREEN_LAYOUTS,
} from './engraving';
