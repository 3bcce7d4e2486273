<?php

declare(strict_types=1);

namespace App\Feature\Capital;

use App\Storage\CompanyReader;
use App\Storage\Identity\Indices;
use Logion\Market\Risk\Beta;
use Logion\Market\Risk\BetaSample;
use Logion\Time\Day;

/** A beta with everything it is made of: the pairs of returns, the line through them, what was dropped, and how it went through time. */
final readonly class BetaReport
{
    /** Years a window usually has by interval. */
    private const USUAL = [BetaSample::DAY => 1, BetaSample::WEEK => 2, BetaSample::MONTH => 5];

    /** Returns of a history of a century. */
    private const LONGEST = 30_000;

    /** Windows of a rolling beta that are told. */
    private const POINTS = 300;

    /** Fewer returns than this make a line that says nothing. */
    private const FEWEST = 12;

    public function __construct(private CompanyReader $reader, private Indices $indices)
    {
    }

    /**
     * @param  key-of<BetaSample::A_YEAR>  $interval
     * @param  int|null  $chosen  the security of an index; the home index by default
     * @return array<string, mixed>
     */
    public function of(int $company, int $asOf, string $interval, ?int $years, ?int $chosen): array
    {
        $years ??= self::USUAL[$interval];
        [$prices, $index] = $this->reader->traded($company, $asOf);
        if ($chosen !== null) {
            $index = $this->reader->prices($chosen)->asOf($asOf);
        }
        $names = [];
        foreach ($this->indices->names() as $ticker => $name) {
            $names[] = ['key' => $ticker, 'name' => $name];
        }
        $most = $years * BetaSample::A_YEAR[$interval];
        // One walk through the history gives every window of the interval asked for; of the others the usual window is enough.
        $all = [];
        foreach ($index === null ? [] : self::USUAL as $of => $span) {
            $kept = $of === $interval ? self::LONGEST : $span * BetaSample::A_YEAR[$of];
            $all[$of] = BetaSample::of($prices, $index, $asOf, $of, $kept);
        }
        $sample = isset($all[$interval]) ? $all[$interval]->last($most) : null;
        $beta = $sample !== null && count($sample->returns) >= self::FEWEST ? $sample->beta() : null;
        $alternatives = [];
        foreach (self::USUAL as $other => $of) {
            $alternative = isset($all[$other]) ? $all[$other]->last($of * BetaSample::A_YEAR[$other]) : null;
            $known = $alternative !== null && count($alternative->returns) >= self::FEWEST ? $alternative->beta() : null;
            $alternatives[] = [
                'interval' => $other,
                'years' => $of,
                'beta' => $known?->beta,
                'adjusted' => $known?->blume(),
                'standard_error' => $known?->standardErrorBeta,
                'observations' => $alternative === null ? 0 : count($alternative->returns),
            ];
        }
        $windows = isset($all[$interval]) ? count($all[$interval]->returns) - $most : 0;
        $rolling = isset($all[$interval]) ? $all[$interval]->rolling($most, max(1, intdiv($windows, self::POINTS))) : [];

        return [
            'as_of' => Day::iso($asOf),
            'interval' => $interval,
            'years' => $years,
            'indices' => $names,
            'line' => self::line($beta),
            'returns' => array_map(
                static fn (array $of): array => ['day' => Day::iso($of['day']), 'security' => $of['security'], 'index' => $of['index']],
                $sample->returns ?? [],
            ),
            'dropped' => array_map(
                static fn (array $of): array => ['day' => Day::iso($of['day']), 'why' => $of['why']],
                $sample->dropped ?? [],
            ),
            'alternatives' => $alternatives,
            'rolling' => array_map(static fn (array $of): array => ['day' => Day::iso($of['day']), 'beta' => $of['beta']], $rolling),
        ];
    }

    /** @return array<string, float|int|null>|null */
    private static function line(?Beta $beta): ?array
    {
        return $beta === null
            ? null
            : [
                'beta' => $beta->beta,
                'adjusted' => $beta->blume(),
                'alpha' => $beta->alpha,
                'standard_error' => $beta->standardErrorBeta,
                'standard_error_alpha' => $beta->standardErrorAlpha,
                't' => $beta->tValue,
                'r_squared' => $beta->rSquared,
                'observations' => $beta->observations,
            ];
    }
}
