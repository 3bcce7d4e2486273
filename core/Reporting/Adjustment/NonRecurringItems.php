<?php

declare(strict_types=1);

namespace Logion\Reporting\Adjustment;

use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\LineKind;
use Logion\Reporting\ReportingModel;

/**
 * One-off items taken out of an income statement: adjusted = reported less the marked items after tax at the marginal rate.
 *
 * An item lowers its own line and every total above it. What changes income before tax changes the tax by the marginal
 * rate; an item marked after tax is grossed up, so that net income changes by exactly the marked amount. A mark on the
 * tax line, or below it, carries no tax. Earnings per share follow net income. A mark in a quarter also counts in its year;
 * a mark on a year says nothing about its quarters. Balance sheet and cash flow stay as reported.
 */
final readonly class NonRecurringItems
{
    /** Lines below income before tax: a mark on one of them carries no tax of its own. */
    private const BELOW_TAX = [
        'income_tax',
        'income_from_continuing_operations',
        'discontinued_operations',
        'net_income',
        'minority_interest_income',
        'net_income_parent',
        'preferred_dividends',
        'net_income_common',
    ];

    /**
     * @param  list<NonRecurringItem>  $items
     * @param  float  $taxRate  marginal rate, a fraction
     */
    public function __construct(public array $items, public float $taxRate)
    {
    }

    /** Whether a one-off may be marked on a line: it must be an amount of the income statement of that kind of business. */
    public static function mayBeMarked(LineItem $item, ReportingModel $template): bool
    {
        return $item->statement === 'income' && $item->fits($template) && $item->kind === LineKind::Duration;
    }

    /**
     * Takes the marked items of a period out of its values.
     *
     * @param  array<string, float>  $values  lines of the period, changed in place
     * @return array<string, list<array{NonRecurringItem, float}>> per changed line the items and by how much each changed it
     */
    public function apply(array &$values, int $period, ReportingModel $template): array
    {
        $effects = [];
        foreach ($this->items as $item) {
            if ($item->period !== $period && ! ($period % 10 === 0 && $item->period - ($item->period % 10) === $period)) {
                continue;
            }
            foreach ($this->effect($item, $values, $template) as $line => $change) {
                if (isset($values[$line]) && $change != 0.0) {
                    $effects[$line][] = [$item, $change];
                }
            }
        }
        foreach ($effects as $line => $changes) {
            $values[$line] += array_sum(array_column($changes, 1));
        }

        return $effects;
    }

    /**
     * @param  array<string, float>  $values
     * @return array<string, float> change per line
     */
    private function effect(NonRecurringItem $item, array $values, ReportingModel $template): array
    {
        $taxed = ! in_array($item->line, self::BELOW_TAX, true);
        $changes = [];
        $this->spread(
            $item->line,
            -($taxed && ! $item->beforeTax ? $item->amount / (1 - $this->taxRate) : $item->amount),
            $template,
            $changes,
        );
        foreach (['basic', 'diluted'] as $kind) {
            $shares = $values["{$kind}_shares_average"] ?? 0.0;
            if ($shares > 0 && isset($changes['net_income_common'])) {
                $changes["earnings_per_share_{$kind}"] = $changes['net_income_common'] / $shares;
            }
        }

        return $changes;
    }

    /** @param  array<string, float>  $changes */
    private function spread(string $line, float $change, ReportingModel $template, array &$changes): void
    {
        $changes[$line] = ($changes[$line] ?? 0.0) + $change;
        if ($line === 'income_before_tax') {
            $this->spread('income_tax', $this->taxRate * $change, $template, $changes);
        }
        foreach (self::totalsWith($line, $template) as [$total, $sign]) {
            $this->spread($total, $sign * $change, $template, $changes);
        }
    }

    /** @return list<array{string, int}> totals of the income statement a line is part of, with its sign there */
    private static function totalsWith(string $line, ReportingModel $template): array
    {
        /** @var array<string, array<string, list<array{string, int}>>> $known */
        static $known = [];
        if (! isset($known[$template->value])) {
            $known[$template->value] = [];
            foreach (LineItems::ofStatement('income', $template) as $item) {
                foreach ($item->rules[$template->value][0] ?? [] as [$sign, $part]) {
                    $known[$template->value][$part][] = [$item->key, $sign];
                }
            }
        }

        return $known[$template->value][$line] ?? [];
    }
}
