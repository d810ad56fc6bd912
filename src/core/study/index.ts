export { CONTENT_IDS, CONTENTS, type Content, contentsOf } from './contents';
