<?php

declare(strict_types=1);

namespace Tests\Core\Decision;

use Logion\Decision\DecisionOutcome;
use Logion\Decision\DecisionRecord;
use PHPUnit\Framework\TestCase;

/** What became of decisions, by hand. */
final class DecisionOutcomeTest extends TestCase
{
    private const CLOSES = [[20240102, 100.0], [20240103, null], [20240104, 80.0], [20250110, 60.0], [20250113, 66.0]];

    /** @param  array<string, mixed>  $with */
    private static function of(array $with = []): DecisionOutcome
    {
        return DecisionOutcome::of(
            ...[
                'day' => 20240102,
                'price' => 100.0,
                'value' => 130.0,
                'margin' => 0.4,
                'closes' => self::CLOSES,
                'index' => [[20240102, 50.0], [20250112, 55.0]],
                'splits' => [],
                'dividends' => [],
                'asOf' => 20250601,
                ...$with,
            ],
        );
    }

    public function test_returns_are_told_beside_the_index(): void
    {
        $of = self::of(['dividends' => [[20240104, 4.0], [20240101, 50.0]]]);
        $this->assertEqualsWithDelta(-0.34, $of->priceReturn, 1e-12);
        $this->assertEqualsWithDelta(1.05 * 0.66 - 1, $of->totalReturn, 1e-12, 'what was paid before is not counted');
        $this->assertEqualsWithDelta(0.1, $of->indexReturn, 1e-12);
        $this->assertEqualsWithDelta($of->totalReturn - 0.1, $of->excess, 1e-12);
        $this->assertEqualsWithDelta((1 + $of->totalReturn) ** (365 / 377) - 1, $of->annualised, 1e-12);
        $this->assertNull(self::of(['index' => []])->excess);
        $this->assertNull(self::of(['asOf' => 20240110])->annualised, 'less than a year');
        $this->assertEqualsWithDelta(1.2 * 0.66 - 1, self::of(['inKind' => [[20240601, 1.2]]])->totalReturn, 1e-12);
    }

    public function test_a_split_divides_what_was_decided(): void
    {
        $plain = self::of();
        $split = self::of([
            'splits' => [[20240110, 2.0]],
            'closes' => [[20240102, 100.0], [20240104, 80.0], [20250110, 30.0], [20250113, 33.0]],
        ]);
        $this->assertEqualsWithDelta($plain->priceReturn, $split->priceReturn, 1e-12);
        $this->assertEqualsWithDelta($plain->totalReturn, $split->totalReturn, 1e-12);
        $this->assertEqualsWithDelta($plain->gapNow, $split->gapNow, 1e-12);
        $this->assertSame([20250110, 374], [$split->reached['day'], $split->reached['days']]);
        $this->assertEqualsWithDelta($plain->shareClosed, $split->shareClosed, 1e-12);
        $this->assertSame([20240102, 0], [self::of(['margin' => 0.0])->reached['day'], self::of(['margin' => 0.0])->reached['days']]);
        $this->assertSame([20240104, 1], [self::of(['margin' => 0.38])->reached['day'], self::of(['margin' => 0.38])->reached['rows']]);
    }

    public function test_nothing_later_than_the_day_is_known(): void
    {
        $of = self::of(['asOf' => 20240105]);
        $this->assertSame([20240104, 80.0], [$of->last, $of->lastClose]);
        $this->assertNull($of->reached);
        $none = self::of(['day' => 20260101]);
        $this->assertSame([null, null, 78.0], [$none->totalReturn, $none->closed, $none->buyBelow]);
    }

    public function test_a_gap_closes_from_either_side(): void
    {
        $this->assertNull(self::of()->closed);
        $this->assertSame(20240104, self::of(['value' => 85.0])->closed['day'], 'from above');
        $this->assertSame(20240104, self::of(['value' => 80.0])->closed['day'], 'the value itself is enough');
        $this->assertSame(['day' => 20240102, 'days' => 0], self::of(['value' => 100.0])->closed);
        $this->assertNull(self::of(['value' => 100.0])->shareClosed);
    }

    public function test_to_buy_and_to_pass_are_judged_and_to_watch_is_not(): void
    {
        $fell = self::of();
        $rose = self::of(['closes' => [[20240102, 100.0], [20250113, 150.0]]]);
        $this->assertSame(
            [false, true, true, false],
            [
                DecisionRecord::isRight('buy', $fell),
                DecisionRecord::isRight('buy', $rose),
                DecisionRecord::isRight('pass', $fell),
                DecisionRecord::isRight('pass', $rose),
            ],
        );
        $this->assertNull(DecisionRecord::isRight('watch', $rose));
        $this->assertFalse(DecisionRecord::isRight('buy', self::of(['index' => []])), 'without an index the return itself counts');
        $record = DecisionRecord::of([
            ['group' => 'dcf', 'verdict' => 'buy', 'outcome' => $rose],
            ['group' => 'dcf', 'verdict' => 'buy', 'outcome' => $fell],
            ['group' => 'dcf', 'verdict' => 'watch', 'outcome' => $fell],
            ['group' => 'own', 'verdict' => 'watch', 'outcome' => $rose],
        ]);
        $this->assertSame(
            [3, 2, 1, 0.5, 2],
            [
                $record['dcf']['count'],
                $record['dcf']['judged'],
                $record['dcf']['right'],
                $record['dcf']['hit_rate'],
                $record['dcf']['reached'],
            ],
        );
        $this->assertEqualsWithDelta(($rose->excess + 2 * $fell->excess) / 3, $record['dcf']['mean_excess'], 1e-12);
        $this->assertNull($record['own']['hit_rate']);
    }
}
