/** Of what is lit up, as much of a colour is added to its own. */
const STRENGTH = 0.75;

/** A colour of the page as light, each part from 0 to 1. */
export function glow(role: string): [number, number, number] {
    const hex = getComputedStyle(document.documentElement).getPropertyValue(role).trim();
    const number = Number.parseInt(hex.slice(1), 16);
    return [16, 8, 0].map((bits) => (((number >> bits) & 0xff) / 255) * STRENGTH) as [number, number, number];
}
