/** mm between which a spoke's middle, and what of a spoke is inside its nipple, can be. */
export const CAN_BE = { middle: { from: 1, to: 8 }, inNipple: { from: 2, to: 60 } } as const;
