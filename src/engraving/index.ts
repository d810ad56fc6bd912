export { engrave } from './engrave';
export {
  type Box,
  ENGRAVING_VERSION,
  type EngravedSystem,
  type Engraving,
  LAYOUTS,
  type Layout,
} from './engraving';
