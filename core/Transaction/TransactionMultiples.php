<?php

declare(strict_types=1);

namespace Logion\Transaction;

use Logion\Multiple\ImpliedValue;
use Logion\Multiple\Multiple;
use Logion\Multiple\MultipleSpread;
use Logion\Statistics\Descriptive;
use Logion\Valuation\EquityBridge;

/**
 * What was paid for companies that changed hands, and what that is worth on a subject's figures. Each counts once, whatever its size.
 *
 * @phpstan-type Paid array{enterprise_value: float|null, equity_value: float|null, sales: float|null, ebitda: float|null,
 *     ebit: float|null, net_income: float|null}
 */
final readonly class TransactionMultiples
{
    /** Which figure of a target each multiple is paid for. */
    public const FIGURES = [
        'ev_to_sales' => 'sales',
        'ev_to_ebitda' => 'ebitda',
        'ev_to_ebit' => 'ebit',
        'price_to_earnings' => 'net_income',
    ];

    /** @param  list<Paid>  $transactions  each in a currency of its own */
    public function __construct(private array $transactions)
    {
    }

    /** @return list<float|null> transaction by transaction; null where not meaningful */
    public function of(Multiple $multiple): array
    {
        $value = $multiple->isOfEnterprise() ? 'enterprise_value' : 'equity_value';
        $figure = self::FIGURES[$multiple->value] ?? throw new \InvalidArgumentException("No {$multiple->value} is paid.");

        return array_map(static fn (array $of): ?float => Multiple::paid($of[$value], $of[$figure]), $this->transactions);
    }

    public function spread(Multiple $multiple): MultipleSpread
    {
        return MultipleSpread::of($this->of($multiple));
    }

    /** @param  float|null  $figure  of the subject, of the kind the multiple is of */
    public function implied(Multiple $multiple, ?float $figure, EquityBridge $bridge, ?float $shares): ImpliedValue
    {
        return ImpliedValue::of($multiple, $this->spread($multiple), $figure, $bridge, $shares);
    }

    /**
     * The plain mean of the medians a share; null where no multiple gives one.
     *
     * @param  list<ImpliedValue>  $values
     */
    public static function blended(array $values): ?float
    {
        return Descriptive::mean(Descriptive::known(array_map(static fn (ImpliedValue $of): ?float => $of->perShare->median, $values)));
    }
}
