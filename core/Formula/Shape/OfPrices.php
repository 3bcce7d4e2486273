<?php

declare(strict_types=1);

namespace Logion\Formula\Shape;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Evaluator;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Parameter;
use Logion\Formula\Subject;
use Logion\Formula\Vector;
use Logion\Time\Window;

/** Something of a company's own market data up to a moment. */
abstract class OfPrices extends FormulaFunction
{
    /** @param  list<float|string>  $arguments */
    abstract protected function of(Subject $company, Moment $moment, array $arguments): float|Absence;

    public function movesDaily(): bool
    {
        return true;
    }

    public function parameters(): array
    {
        return [Parameter::Window];
    }

    protected function reads(): string
    {
        return 'The bars of the window; without value unless the price history reaches back to its beginning.';
    }

    public function isSource(): bool
    {
        return true;
    }

    /** A bar is read in a tenth of the time that a step of a formula takes. */
    public function times(Node $call): float
    {
        $window = array_values(self::constants($call))[0] ?? null;

        return $window !== null && Window::accepts($window) ? max(1.0, Window::of($window)->bars() / 10) : 1.0;
    }

    public function value(Node $call, Moment $moment, Evaluator $evaluator): Vector
    {
        $arguments = array_values(self::constants($call));

        return $evaluator->ofEach(
            $moment,
            fn (Subject $company, Moment $moment): float|Absence => $this->of($company, $moment, $arguments),
        );
    }

    /**
     * Its values on every trading day between two bars, for those functions that find all at once; null where each day is asked.
     */
    public function series(Subject $company, Node $call, int $first, int $last): ?Vector
    {
        return null;
    }

    /**
     * Positions of the first and last bar of a window; with `base`, of the bar before it too, from which returns are measured.
     *
     * @return array{int, int}|Absence
     */
    protected static function bars(Subject $company, Moment $moment, float|string $window, bool $base = false): array|Absence
    {
        $to = $company->marketPosition($moment);
        if ($to instanceof Absence) {
            return $to;
        }
        $from = $company->windowStart($to, $window, $base);

        return $from === null ? Absence::of(Reason::PricesShorterThanWindow) : [$from, $to];
    }

    /**
     * One figure of the bars in a window.
     *
     * @param  'closes'|'highs'|'lows'|'volumes'|'adjusted'  $figure
     * @return non-empty-list<float>|Absence
     */
    protected static function slice(
        Subject $company,
        Moment $moment,
        string $figure,
        float|string $window,
        bool $base = false,
    ): array|Absence {
        $bars = self::bars($company, $moment, $window, $base);
        if ($bars instanceof Absence) {
            return $bars;
        }
        $slice = $company->prices()->between($figure, ...$bars);

        return $slice === [] ? Absence::of(Reason::NoVolumes) : $slice;
    }
}
