/** The product's mark: a slipway seen from the water. */
export const Mark = () => (
  <svg width="22" height="24" viewBox="0 0 22 24" aria-hidden="true">
    <path d="M2 2 L11 12 L20 2 M11 12 V22" fill="none" stroke="#8fd3c0" strokeWidth="3" />
    <path d="M0 22H22" stroke="#8fd3c0" strokeWidth="1.4" />
  </svg>
);
