const line = {
  fill: 'none',
  stroke: 'currentColor',
  strokeWidth: 1.7,
  strokeLinecap: 'round',
  strokeLinejoin: 'round',
} as const;

function Icon({ d }: { d: string }) {
  return (
    <svg viewBox="0 0 20 20" width="18" height="18" aria-hidden>
      <path d={d} {...line} />
    </svg>
  );
}

export const UndoIcon = () => <Icon d="M7.500 4 4 7.500 7.500 11M4.500 7.500H12a4 4 0 0 1 0 8H8" />;
export const RedoIcon = () => <Icon d="M12.500 4 16 7.500 12.500 11M15.500 7.500H8a4 4 0 0 0 0 8h4" />;
export const MoonIcon = () => (
  <Icon d="M16 11.500A6.500 6.500 0 0 1 8.500 4a6.500 6.500 0 1 0 7.500 7.500Z" />
);
export const SunIcon = () => (
  <Icon d="M10 6.500a3.500 3.500 0 1 1 0 7 3.500 3.500 0 0 1 0-7ZM10 2v1.500M10 16.500V18M2 10h1.500M16.500 10H18M4.300 4.300l1.100 1.100M14.600 14.600l1.100 1.100M15.700 4.300l-1.100 1.100M5.400 14.600l-1.100 1.100" />
);
export const MoreIcon = () => <Icon d="M4.500 10h.01M10 10h.01M15.500 10h.01" />;
