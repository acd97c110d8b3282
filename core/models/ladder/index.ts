/** Taking tint off by hand and machine: the shop's own tools from coarse to fine, what its trial strips say of them, and the way down to the finish. */
export { dirtOf, type Dirt, type Side } from './dirt';
export { finishNames, ladder, manners, wetWays, type Finish, type Passed, type Rise, type Step, type Wish } from './plan';
export { gritFor, raAfter, RMS_OVER_RA, type RaSpan } from './roughness';
export { measuredRa, sectionSchema, stripSchema, taught, tookNames, type Section, type Strip, type Taught } from './strip';
export { cuts, leaves, markFor, type Rung } from './tool';
