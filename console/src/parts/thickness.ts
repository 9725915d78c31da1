const widths: Readonly<Record<string, number>> = { watch: 1.5, draft: 3, run: 4.5, steward: 6.5 }

/** How thick a path is drawn: its level, in pixels; single rights as the thinnest tier. */
export function thicknessOf(tier: string | null): number {
  return widths[tier ?? ''] ?? 1.5
}
