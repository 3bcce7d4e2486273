<?php

declare(strict_types=1);

namespace App\Feature\BackTest;

use App\Evaluation\EvaluationContext;
use Logion\BackTest\Choices;
use Logion\Comparison\Ranking;
use Logion\CrossSection\Selection;
use Logion\Market\PriceSeries;
use Logion\Screening\ScreenDefinition;

/** What a back-test asks, and on which days. */
final readonly class BackTestPlan
{
    /**
     * @param  list<int>  $days  of trading, from the first to the last
     * @param  list<int>  $signals  places among the days on which it is chosen anew
     */
    public function __construct(
        public EvaluationContext $context,
        public ScreenDefinition $screen,
        public ?Ranking $ranking,
        public ?int $top,
        public PriceSeries $index,
        public int $to,
        public array $days,
        public array $signals,
    ) {
    }

    public function lastDay(): int
    {
        return $this->days[count($this->days) - 1];
    }

    /** @return list<int> days on which the universe is looked at */
    public function daysLookedAt(): array
    {
        return array_values(array_unique([...array_map(fn (int $i): int => $this->days[$i], $this->signals), $this->lastDay()]));
    }

    /** What it asks, with the metrics of its owner as they are defined now, in a word. */
    public function meaning(): string
    {
        $catalogue = $this->context->catalogue;
        $inFull = static fn (string $formula): string => (string) $catalogue->expand($catalogue->parse($formula));

        return hash('xxh128', implode("\n", array_map($inFull, $this->formulas())));
    }

    /** Whether a part of the companies is enough to choose among them. */
    public function choosesOneByOne(): bool
    {
        return Choices::areOneByOne($this->screen, $this->ranking, $this->context->catalogue);
    }

    /** @return list<string> all that is asked of a company on them */
    public function formulas(): array
    {
        return [
            ...$this->screen->conditions(),
            ...$this->ranking?->formulas() ?? [],
            ...array_values(array_intersect_key(Selection::BY_RANGE, $this->screen->universe)),
        ];
    }
}
