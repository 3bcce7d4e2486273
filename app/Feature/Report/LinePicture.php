<?php

declare(strict_types=1);

namespace App\Feature\Report;

/** Lines over equal steps as a picture (SVG) that stands in a page by itself. */
final class LinePicture
{
    private const WIDTH = 680;

    private const HEIGHT = 190;

    private const POINTS = 400;

    private const HUES = ['#0F4C5C', '#5D676C', '#A8691B'];

    /** @param  list<list<?float>>  $lines  of the same length, with at least one figure; a gap stays one */
    public static function of(array $lines): string
    {
        $known = array_filter(array_merge(...$lines), static fn (?float $of): bool => $of !== null);
        [$low, $high] = $known === [] ? [0.0, 1.0] : [min($known), max($known)];
        $span = $high > $low ? $high - $low : 1.0;
        $paths = '';
        foreach ($lines as $nth => $line) {
            $n = count($line);
            $step = max(1, intdiv($n, self::POINTS));
            $points = [];
            for ($i = 0; $i < $n; $i += $step) {
                if ($line[$i] !== null) {
                    $x = (self::WIDTH - 60) * ($n < 2 ? 0 : $i / ($n - 1));
                    $points[] = sprintf('%.1F,%.1F', $x, 8 + (self::HEIGHT - 16) * (1 - ($line[$i] - $low) / $span));
                }
            }
            $paths .= sprintf(
                '<polyline fill="none" stroke="%s" stroke-width="1.4" points="%s"/>',
                self::HUES[$nth % 3],
                implode(' ', $points),
            );
        }
        $label = static fn (float $of, float $y): string => sprintf(
            '<text x="%d" y="%.1F" font-size="11" font-family="DejaVu Sans" fill="#5D676C">%s</text>',
            self::WIDTH - 54,
            $y,
            round($of, $of >= 1000 ? 0 : 2),
        );
        $svg = sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" width="%d" height="%d">%s%s%s</svg>',
            self::WIDTH,
            self::HEIGHT,
            $paths,
            $label($high, 14),
            $label($low, self::HEIGHT - 6),
        );

        return 'data:image/svg+xml;base64,'.base64_encode($svg);
    }
}
