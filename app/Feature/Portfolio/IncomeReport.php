<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Evaluation\EvaluationContext;
use App\Models\CorporateAction;
use App\Models\Dividend;
use App\Models\Portfolio;
use App\Storage\Holding\Held;
use App\Storage\Holding\HeldPrices;
use App\Storage\Holding\HeldSecurities;
use App\Storage\Holding\PortfolioBooks;
use Logion\Portfolio\IncomeForecast;
use Logion\Portfolio\Ledger\EntryType;
use Logion\Time\Day;

/** What a portfolio received month by month, and what is to be expected of the next twelve. */
final readonly class IncomeReport
{
    /** Ex-days told from so many days back say how often a dividend is paid. */
    private const YEAR_AND_A_BIT = 380;

    private const KNOWN_FREQUENCIES = [1, 2, 3, 4, 6, 12];

    public function __construct(
        private PortfolioBooks $books,
        private HeldSecurities $securities,
        private HeldPrices $prices,
        private PortfolioReport $report,
    ) {
    }

    /** @return array<string, mixed> */
    public function of(Portfolio $portfolio, EvaluationContext $context): array
    {
        $day = $context->day;
        $owner = $context->user ?? throw new \LogicException('A portfolio has an owner.');
        $book = $this->books->of($portfolio, $day);
        $held = $this->securities->of($owner, array_map(strval(...), array_keys($book->holdings->held)), $day);
        $prices = $this->prices->latest($held, $day);
        $rate = $this->report->rates($portfolio->currency);
        $payers = [];
        foreach ($book->holdings->held as $key => $of) {
            $security = Held::securityOf($key);
            $paid = $security === null ? null : self::paid($security, $day);
            $payers[] = [
                'name' => $key,
                'quantity' => $of['quantity']->toFloat(),
                'dividend' => $paid['amount'] ?? null,
                'frequency' => $paid['frequency'] ?? null,
                'last_payment' => $paid['on'] ?? null,
                'fx' => $paid === null ? $rate($of['currency'], $day) : $rate($paid['currency'], $day),
                'withholding_tax' => $portfolio->withholding,
                'price' => isset($prices[$key]) ? $prices[$key]->worth($day) : null,
            ];
        }
        $forecast = IncomeForecast::of($day, $payers);
        $positions = array_map(
            static fn (array $of): array => [
                'ticker' => $held[$of['name']]->reference ?? $of['name'],
                'name' => $held[$of['name']]->name ?? $of['name'],
                'is_company' => ($held[$of['name']]->company ?? null) !== null,
                'payments' => array_map(Day::iso(...), $of['payments']),
                'gross' => $of['gross'],
                'net' => $of['net'],
                'yield' => $of['yield'],
            ],
            array_values(array_filter($forecast->positions, static fn (array $of): bool => $of['gross'] > 0)),
        );
        usort($positions, static fn (array $a, array $b): int => $b['gross'] <=> $a['gross']);

        return [
            'as_of' => Day::iso($day),
            'currency' => $portfolio->currency,
            'received' => $this->received($portfolio, $day),
            'expected' => array_map(
                static fn (int $month, array $of): array => ['month' => self::month($month), ...$of],
                array_keys($forecast->months),
                array_values($forecast->months),
            ),
            'gross' => $forecast->gross,
            'net' => $forecast->net,
            'yield' => $forecast->yield,
            'positions' => $positions,
        ];
    }

    /** @return list<array{month: string, dividends: float, interest: float, tax: float}> in the base currency at the rate of each day */
    private function received(Portfolio $portfolio, int $day): array
    {
        $rate = $this->report->rates($portfolio->currency);
        $months = [];
        foreach (
            $portfolio
                ->entries()
                ->whereIn('type', [EntryType::Dividend->value, EntryType::Interest->value, EntryType::Tax->value])
                ->where('day', '<=', $day)
                ->orderBy('day')
                ->get(['day', 'type', 'amount', 'tax', 'currency']) as $of
        ) {
            $r = $rate($of->currency, $of->day) ?? 0.0;
            $month = intdiv($of->day, 100);
            $months[$month] ??= ['dividends' => 0.0, 'interest' => 0.0, 'tax' => 0.0];
            $amount = (float) $of->amount * $r;
            match ($of->type) {
                EntryType::Dividend->value => $months[$month]['dividends'] += $amount,
                EntryType::Interest->value => $months[$month]['interest'] += $amount,
                default => $months[$month]['tax'] += $amount,
            };
            $months[$month]['tax'] += (float) $of->tax * $r;
        }

        return array_map(
            static fn (int $month, array $of): array => ['month' => self::month($month), ...$of],
            array_keys($months),
            array_values($months),
        );
    }

    /**
     * The latest dividend of a share, and how often one was paid in the year up to it.
     *
     * @return array{amount: float, currency: string, on: int, frequency: int}|null null where none was paid for more than a year
     */
    private static function paid(int $security, int $day): ?array
    {
        $rows = Dividend::query()
            ->where('security_id', $security)
            ->where('special', false)
            ->where('ex_date', '<=', $day)
            ->orderByDesc('ex_date')
            ->limit(14)
            ->get(['ex_date', 'paid_on', 'amount', 'currency']);
        $last = $rows->first();
        if ($last === null || Day::between((int) $last->ex_date, $day) > self::YEAR_AND_A_BIT) {
            return null;
        }
        $inYear = $rows->filter(static fn (Dividend $of): bool => Day::between((int) $of->ex_date, (int) $last->ex_date) < 350)->count();
        $frequency = max(array_filter(self::KNOWN_FREQUENCIES, static fn (int $of): bool => $of <= $inYear));
        $split = (float) CorporateAction::query()
            ->where('security_id', $security)
            ->where('kind', 'split')
            ->where('ex_date', '>', $last->ex_date)
            ->where('ex_date', '<=', $day)
            ->pluck('ratio')
            ->reduce(static fn (float $all, mixed $of): float => $all * (float) $of, 1.0);

        return [
            'amount' => (float) $last->amount / $split,
            'currency' => (string) $last->currency,
            'on' => (int) $last->paid_on,
            'frequency' => $frequency,
        ];
    }

    private static function month(int $month): string
    {
        return sprintf('%04d-%02d', intdiv($month, 100), $month % 100);
    }
}
