/** N/mm² that a rolled spoke thread is worked to: six tenths of 1000, a usual strength of spoke wire (from memory). */
const THREAD_STRESS = 600;

/**
 * Tension at which the thread's core carries its working stress. Core diameter d − 1.2269·p (ISO 68-1 / ISO 724, 60°
 * thread: d₃).
 *
 * @param diameter mm over the thread
 * @param pitch mm
 * @returns N
 */
export const threadCeiling = (diameter: number, pitch: number): number => {
  const core = diameter - 1.2269 * pitch;
  return (Math.PI / 4) * core * core * THREAD_STRESS;
};
