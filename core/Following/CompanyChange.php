<?php

declare(strict_types=1);

namespace Logion\Following;

/** Something that is new of a company, and how much it weighs for who cares about it. */
final readonly class CompanyChange
{
    /** Smaller revisions of what is expected, as a fraction, are no news. */
    public const LEAST_REVISION = 0.03;

    /** Smaller moves of the price, as a fraction, are no news. */
    public const LEAST_MOVE = 0.1;

    /** What breaks a reason weighs most, what merely moved least; what went further weighs more among its like. */
    public float $weight;

    /**
     * @param  string  $kind  broken, called, event, result, restatement, revision, rating, insider, sold, dividend or price
     * @param  int  $day  YYYYMMDD
     * @param  array<string, mixed>  $figures  what it is told by
     * @param  float|null  $size  how far it went, as a fraction: a surprise, a revision, a move
     */
    public function __construct(public string $kind, public int $day, public array $figures, public ?float $size = null)
    {
        $base = match ($kind) {
            'broken' => 100.0,
            'event' => 90.0,
            'called' => 80.0,
            'restatement' => 75.0,
            'result' => 60.0,
            'revision' => 40.0,
            'insider' => 35.0,
            'rating' => 30.0,
            'dividend' => 25.0,
            'sold' => 15.0,
            default => 20.0,
        };
        $this->weight = $base + min(9.0, 20 * abs($size ?? 0.0));
    }

    /**
     * Of several, how heavy they are together: the heaviest counts, each further one a little.
     *
     * @param  list<self>  $changes
     */
    public static function together(array $changes): float
    {
        if ($changes === []) {
            return 0.0;
        }
        $weights = array_column($changes, 'weight');

        return max($weights) + min(9.0, 0.5 * (count($weights) - 1));
    }
}
