/** Rendered welds and strips whose film is known at every pixel: for the demo, for tests, for training. */
export { renderScene, sceneKinds, type Scene, type SceneKind, type SceneOptions } from './scene';
export { renderStrip } from './strip';
export { type Rendered, type TrueLine } from './truth';
