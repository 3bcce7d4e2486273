<?php

declare(strict_types=1);

namespace Tests\Core\Peer;

use Logion\Peer\Aspect;
use Logion\Peer\Closeness;
use Logion\Peer\GroupEffect;
use Logion\Peer\PeerCaution;
use Logion\Statistics\Descriptive;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ClosenessTest extends TestCase
{
    public function test_the_same_is_close_and_what_reaches_the_end_is_not(): void
    {
        $of = static fn (Aspect $aspect, ?float $own, float $other): float => Closeness::ofFigures($aspect, $own, [$other])[0];
        foreach (Aspect::cases() as $aspect) {
            $this->assertSame(1.0, $of($aspect, 0.3, 0.3));
            $this->assertNan($of($aspect, 0.3, NAN));
            $this->assertNan($of($aspect, null, 0.3));
        }
        $this->assertEqualsWithDelta(0.5, $of(Aspect::GrossMargin, 0.3, 0.4), 1e-12);
        $this->assertSame(0.0, $of(Aspect::OperatingMargin, 0.3, 0.05));
        $this->assertEqualsWithDelta(1 - log10(2), $of(Aspect::Size, 1e9, 2e9), 1e-12);
        $this->assertEqualsWithDelta($of(Aspect::Size, 1e9, 2e9), $of(Aspect::Size, 2e9, 1e9), 1e-12);
        $this->assertSame(0.0, $of(Aspect::Size, 1e9, 2e10));
        $this->assertNan($of(Aspect::Size, 0.0, 5.0));
        $this->assertNan($of(Aspect::Size, 5.0, 0.0));
        $this->assertEqualsWithDelta(2 / 3, $of(Aspect::Leverage, 1.0, 2.0), 1e-12);
    }

    public function test_the_largest_of_many_are_those_of_all_in_order(): void
    {
        mt_srand(2);
        for ($i = 0; $i < 50; $i++) {
            $values = array_map(static fn (): float => mt_rand(0, 6) === 0 ? NAN : mt_rand(0, 20) / 20, range(1, mt_rand(1, 60)));
            $all = (new Closeness(['size' => 1.0]))->closest(['size' => $values], 1000);
            $most = mt_rand(1, 10);
            $this->assertSame(array_slice($all, 0, $most), (new Closeness(['size' => 1.0]))->closest(['size' => $values], $most));
            $this->assertCount(count(array_filter($values, static fn (float $of): bool => ! is_nan($of))), $all);
        }
    }

    public function test_what_is_not_known_is_left_out_of_the_mean_and_too_little_known_is_not_told(): void
    {
        $closeness = new Closeness(['size' => 3.0, 'growth' => 1.0]);
        $found = $closeness->closest(['size' => [0.5, NAN, 0.9, 1.0], 'growth' => [1.0, 1.0, NAN, 0.0]], 10);
        $this->assertSame([2, 3, 0], array_column($found, 'row'));
        $this->assertEqualsWithDelta([0.9, 0.75, 0.625], array_column($found, 'total'), 1e-12);
        $this->assertEqualsWithDelta([0.75, 1.0, 1.0], array_column($found, 'known'), 1e-12);
        $this->assertCount(1, $closeness->closest(['size' => [0.5, 0.4], 'growth' => [1.0, 1.0]], 1));
        $this->assertSame([], $closeness->closest(['size' => [], 'growth' => []], 5));
    }

    public function test_of_two_as_close_the_first_stands_first(): void
    {
        $found = (new Closeness(['size' => 1.0]))->closest(['size' => array_fill(0, 50, 0.4)], 50);
        $this->assertSame(range(0, 49), array_column($found, 'row'));
    }

    public function test_a_weight_of_nothing_leaves_an_aspect_out(): void
    {
        $found = (new Closeness(['size' => 1.0, 'growth' => 0.0]))->closest(['size' => [0.2, 0.3], 'growth' => [1.0, 0.0]], 2);
        $this->assertSame([1, 0], array_column($found, 'row'));
        $this->assertEqualsWithDelta([0.3, 0.2], array_column($found, 'total'), 1e-12);
    }

    /** @return iterable<string, array{array<string, float>}> */
    public static function unusable(): iterable
    {
        yield 'nothing weighs' => [['size' => 0.0]];
        yield 'no such aspect' => [['colour' => 1.0]];
        yield 'negative' => [['size' => -1.0, 'growth' => 3.0]];
        yield 'no number' => [['size' => NAN]];
        yield 'none' => [[]];
    }

    /** @param  array<string, float>  $weights */
    #[DataProvider('unusable')]
    public function test_weights_that_weigh_nothing_are_refused(array $weights): void
    {
        $this->expectException(\InvalidArgumentException::class);
        new Closeness($weights);
    }

    public function test_businesses_are_alike_by_their_shares_not_their_size(): void
    {
        $own = ['Makes' => 30.0, 'Own label' => 40.0];
        $this->assertEqualsWithDelta(1.0, Closeness::ofBusinesses($own, ['Makes' => 3.0, 'Own label' => 4.0]), 1e-12);
        $this->assertSame(0.0, Closeness::ofBusinesses($own, ['Hire' => 5.0]));
        $this->assertEqualsWithDelta(0.6, Closeness::ofBusinesses($own, ['Makes' => 7.0]), 1e-12);
        $this->assertNull(Closeness::ofBusinesses($own, []));
        $this->assertNull(Closeness::ofBusinesses([], $own));
    }

    public function test_a_member_shows_what_the_median_is_without_it_and_one_left_out_what_it_would_be(): void
    {
        $members = [
            ['value' => 10.0, 'in' => true],
            ['value' => 18.0, 'in' => true],
            ['value' => 26.0, 'in' => true],
            ['value' => null, 'in' => true],
            ['value' => 12.0, 'in' => false],
        ];
        $effect = GroupEffect::onMedian($members);
        $this->assertSame(18.0, $effect['median']);
        $this->assertSame([22.0, 18.0, 14.0, 18.0, 15.0], $effect['other']);
        $this->assertSame(['median' => null, 'other' => [4.0]], GroupEffect::onMedian([['value' => 4.0, 'in' => false]]));
        $this->assertSame(['median' => 4.0, 'other' => [null]], GroupEffect::onMedian([['value' => 4.0, 'in' => true]]));
    }

    public function test_the_median_without_a_member_is_that_of_the_others_in_any_order(): void
    {
        mt_srand(3);
        for ($i = 0; $i < 100; $i++) {
            $members = [];
            foreach (range(0, mt_rand(0, 8)) as $_) {
                $members[] = ['value' => mt_rand(0, 5) === 0 ? null : mt_rand(-50, 500) / 10, 'in' => mt_rand(0, 2) > 0];
            }
            $effect = GroupEffect::onMedian($members);
            foreach ($members as $at => $member) {
                $others = $members;
                unset($others[$at]);
                $values = array_column(array_filter($others, static fn (array $of): bool => $of['in']), 'value');
                $expected = $member['in'] ? $values : [...$values, $member['value']];
                $this->assertSame(Descriptive::median(Descriptive::known($expected)), $effect['other'][$at]);
            }
            $shuffled = $members;
            shuffle($shuffled);
            $this->assertSame($effect['median'], GroupEffect::onMedian($shuffled)['median']);
        }
    }

    public function test_what_speaks_against_a_peer_is_said(): void
    {
        $subject = ['template' => 'industrial', 'year_end' => '12', 'currency' => 'XCR', 'gross_margin' => 0.2];
        $same = [...$subject, 'days_to_trade' => 5.0];
        $this->assertSame([], PeerCaution::of($subject, $same));
        $this->assertSame([], PeerCaution::of($subject, [...$same, 'gross_margin' => 0.3]), 'one and a half times is not more');
        $this->assertSame([PeerCaution::GrossMargin], PeerCaution::of($subject, [...$same, 'gross_margin' => 0.301]));
        $this->assertSame([], PeerCaution::of([...$subject, 'gross_margin' => null], [...$same, 'gross_margin' => 0.9]));
        $this->assertSame([], PeerCaution::of([...$subject, 'gross_margin' => -0.1], [...$same, 'gross_margin' => 0.9]));
        $this->assertSame(
            [PeerCaution::Business, PeerCaution::YearEnd, PeerCaution::Currency, PeerCaution::Illiquid],
            PeerCaution::of($subject, [
                'template' => 'bank',
                'year_end' => '3',
                'currency' => 'XVN',
                'gross_margin' => null,
                'days_to_trade' => 121.0,
            ]),
        );
        $this->assertSame([PeerCaution::NotListed], PeerCaution::of($subject, null));
    }
}
