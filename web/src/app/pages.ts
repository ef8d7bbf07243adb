/** The screens of an open circuit, each fetched when it is first wanted. */
export const pages = {
  circuit: () => import('../circuit/CircuitPage'),
  prove: () => import('../prove/ProvePage'),
  find: () => import('../find/FindPage'),
  supply: () => import('../supply/SupplyPage'),
  parts: () => import('../parts/PartsPage'),
  wiring: () => import('../wiring/WiringPage'),
};
