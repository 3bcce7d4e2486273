<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Evaluation\EvaluationContext;
use App\Models\Portfolio;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

/** What a portfolio would be after a trade that is not entered: it is entered, looked at, and undone before anybody sees it. */
final readonly class WhatIfReport
{
    public function __construct(private Entries $entries, private PortfolioReport $report)
    {
    }

    /**
     * @param  array<string, mixed>  $trade
     * @return array<string, mixed>
     *
     * @throws Refusal if it cannot be entered
     */
    public function of(Portfolio $portfolio, EvaluationContext $context, array $trade): array
    {
        $owner = $context->user ?? throw new \LogicException('A portfolio has an owner.');
        $before = $this->report->of($portfolio, $context);
        DB::beginTransaction();
        try {
            $entry = $this->entries->enter($owner, $portfolio, $trade);
            if ($entry->day > $context->day) {
                throw Refusal::because(Words::say('what_if_is_asked_up_to_the_day'));
            }
            $after = $this->report->of($portfolio->refresh(), $context);
        } finally {
            DB::rollBack();
        }

        return ['before' => self::part($before), 'after' => self::part($after)];
    }

    /**
     * @param  array<string, mixed>  $report
     * @return array<string, mixed>
     */
    private static function part(array $report): array
    {
        return [
            'total' => $report['total'],
            'cash' => $report['cash'],
            'realised' => $report['realised'],
            'positions' => array_map(
                static fn (array $of): array => array_intersect_key(
                    $of,
                    array_flip(['ticker', 'name', 'quantity', 'value', 'weight', 'average_cost']),
                ),
                $report['positions'],
            ),
            'exposure' => $report['exposure'],
        ];
    }
}
