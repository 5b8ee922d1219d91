const CM_PER_INCH = 2.54;
const INCHES_PER_FOOT = 12;

/** A length as somebody says it: 168, 1.68 m, 66 in, 5'6", 5 ft 6. Centimetres to a millimetre; `null` when it can't be read. */
export function typedCm(text: string): number | null {
  const said = text
    .trim()
    .toLowerCase()
    .replace(/,/g, '.')
    .replace(/[’′]/g, "'")
    .replace(/[”″]|''/g, '"');
  const number = String.raw`(\d+(?:\.\d+)?)`;
  const tenths = (cm: number) => Math.round(cm * 10) / 10;
  const feet = new RegExp(`^${number}\\s*(?:'|ft|feet|foot)\\s*(?:${number}\\s*(?:"|in|inch|inches)?)?$`).exec(said);
  if (feet) return tenths((Number(feet[1]) * INCHES_PER_FOOT + Number(feet[2] ?? 0)) * CM_PER_INCH);
  const inches = new RegExp(`^${number}\\s*(?:"|in|inch|inches)$`).exec(said);
  if (inches) return tenths(Number(inches[1]) * CM_PER_INCH);
  const metres = new RegExp(`^${number}\\s*m$`).exec(said);
  if (metres) return tenths(Number(metres[1]) * 100);
  const cm = new RegExp(`^${number}\\s*(?:cm)?$`).exec(said);
  return cm ? tenths(Number(cm[1])) : null;
}

/** Centimetres for who thinks in feet: to the half inch, under a metre in inches alone. */
export function inFeet(cm: number): string {
  const inches = Math.round((cm / CM_PER_INCH) * 2) / 2;
  if (cm < 100) return `${inches} in`;
  const feet = Math.floor(inches / INCHES_PER_FOOT);
  return `${feet} ft ${inches - feet * INCHES_PER_FOOT} in`;
}
