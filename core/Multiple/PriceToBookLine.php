<?php

declare(strict_types=1);

namespace Logion\Multiple;

use Logion\Statistics\Regression;

/**
 * Price to book against return on equity: the more a bank earns on its books, the more is paid for them.
 *
 * @see J. W. Wilcox, "The P/B-ROE Valuation Model", Financial Analysts Journal 40(1), 1984
 */
final readonly class PriceToBookLine
{
    private const FEWEST = 3;

    /** @param  list<?float>  $residuals  aligned with the peers */
    private function __construct(public int $count, public int $leftOut, public ?Regression $fit, public array $residuals)
    {
    }

    /** @param  list<array{?float, ?float}>  $peers  return on equity and price to book of each */
    public static function through(array $peers): self
    {
        $used = array_filter($peers, static fn (array $of): bool => $of[0] !== null && $of[1] !== null && $of[1] > 0);
        $fit = count($used) < self::FEWEST ? null : Regression::fit(array_column($used, 1), [array_column($used, 0)]);
        $fit = $fit === null || $fit->singular ? null : $fit;
        $residuals = array_fill(0, count($peers), null);
        foreach (array_keys($used) as $nth => $at) {
            $residuals[$at] = $fit === null ? null : $fit->residuals[$nth];
        }

        return new self(count($used), count($peers) - count($used), $fit, array_values($residuals));
    }

    /**
     * Multiple at a return, with a standard error of such a prediction on each side.
     *
     * @return array{low: ?float, centre: ?float, high: ?float, error: ?float}
     */
    public function at(float $returnOnEquity): array
    {
        $told = $this->fit?->predict([$returnOnEquity]);
        if ($told === null) {
            return ['low' => null, 'centre' => null, 'high' => null, 'error' => null];
        }

        return [
            'low' => $told['fit'] - $told['se_prediction'],
            'centre' => $told['fit'],
            'high' => $told['fit'] + $told['se_prediction'],
            'error' => $told['se_prediction'],
        ];
    }
}
