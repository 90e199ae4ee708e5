import QRCode from 'qrcode';
import { useMemo } from 'react';

/** Empty modules around a code that readers need (ISO/IEC 18004, section 5.3.8; the number is from memory). */
const QUIET = 4;

interface ScanCodeProps {
  text: string;
  /** What it is, for those who hear the page. */
  label: string;
  className: string;
}

/** A QR code, drawn as one path: dark modules on white, whatever the theme. */
export function ScanCode({ text, label, className }: ScanCodeProps) {
  const { path, size } = useMemo(() => {
    const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
    const cells: string[] = [];
    for (let y = 0; y < modules.size; y += 1)
      for (let x = 0; x < modules.size; x += 1)
        if (modules.get(y, x)) cells.push(`M${x + QUIET} ${y + QUIET}h1v1h-1z`);
    return { path: cells.join(''), size: modules.size + 2 * QUIET };
  }, [text]);
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`0 0 ${size} ${size}`}
      className={className}
      shapeRendering="crispEdges"
    >
      <rect width={size} height={size} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  );
}
