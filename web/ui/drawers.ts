import { create } from 'zustand';

/** Drawers of small windows: closed until they are asked for. */
export const useDrawers = create<{ readonly gauge: boolean }>(() => ({ gauge: false }));

export const toggleGauge = (): void => useDrawers.setState(({ gauge }) => ({ gauge: !gauge }));

/** Opens the gauge where it is a drawer; elsewhere nothing changes. */
export const openGauge = (): void => useDrawers.setState({ gauge: true });
