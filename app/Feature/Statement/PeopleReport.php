<?php

declare(strict_types=1);

namespace App\Feature\Statement;

use App\Evaluation\FigureReport;
use App\Models\Holding;
use App\Models\InsiderTrade;
use Logion\Figure\Figure;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Market\InsiderTrades;
use Logion\Metric\CompanyScope;
use Logion\Time\Day;

/** Who owns a company, and what they do: holders with their changes, insiders' trades, short positions, free float. */
final readonly class PeopleReport
{
    private const MOST_HOLDERS = 200;

    private const MOST_TRADES = 400;

    public function __construct(private CompanyScope $scope)
    {
    }

    /** @return array<string, mixed> */
    public function report(): array
    {
        $scope = $this->scope;
        $actions = $scope->prices->actions;
        $company = $scope->company->id;
        $shares = $scope->market('shares_outstanding', Moment::of('latest'));
        $holders = [];
        foreach (Holding::query()->where('company_id', $company)->until($scope->asOf)->orderBy('day')->get() as $row) {
            $now = (float) $row->shares * $actions->splitRatio((int) $row->day, $scope->asOf);
            $before = $holders[$row->holder] ?? null;
            $holders[$row->holder] = [
                'holder' => (string) $row->holder,
                'kind' => (string) $row->kind,
                'day' => Day::iso((int) $row->day),
                'shares' => $now,
                'share_of_company' => is_float($shares) && $shares > 0 ? $now / $shares : null,
                'change' => $before === null ? null : $now - $before['shares'],
                'since' => $before === null ? null : $before['day'],
            ];
        }
        usort($holders, static fn (array $a, array $b): int => $b['shares'] <=> $a['shares']);
        $trades = [];
        foreach (
            InsiderTrade::query()
                ->where('company_id', $company)
                ->until($scope->asOf)
                ->orderByDesc('day')
                ->orderByDesc('id')
                ->get() as $row
        ) {
            $trades[] = [
                'day' => (int) $row->day,
                'insider' => (string) $row->insider,
                'role' => (string) $row->role,
                'shares' => (float) $row->shares,
                'price' => $row->price === null ? null : (float) $row->price,
            ];
        }
        $series = [];
        foreach (['shares_short', 'float_shares', 'insider_shares', 'institutional_shares'] as $name) {
            $known = $scope->company->observations[$name] ?? null;
            foreach ($known === null ? [] : $known['days'] as $i => $day) {
                if ($day <= $scope->asOf) {
                    $series[$name][] = [
                        'day' => Day::iso($day),
                        'shares' => $known['values'][$i] * $actions->splitRatio($day, $scope->asOf),
                    ];
                }
            }
        }

        return [
            'holders' => array_slice($holders, 0, self::MOST_HOLDERS),
            'netted' => InsiderTrades::netted($trades, $scope->asOf, $actions),
            'trades' => array_map(
                static fn (array $trade): array => [...$trade, 'day' => Day::iso($trade['day'])],
                array_slice($trades, 0, self::MOST_TRADES),
            ),
            'series' => array_map(
                static fn (string $name, array $points): array => [
                    'name' => $name,
                    'label' => $scope->catalogue->label($name),
                    'points' => $points,
                ],
                array_keys($series),
                array_values($series),
            ),
            'now' => (new FigureReport($scope))->metrics([
                'institutional_share',
                'insider_share',
                'free_float_share',
                'short_interest_share',
                'days_to_cover',
                'insider_net_buying',
            ]),
            'shares_outstanding' => Figure::of($shares, Unit::Shares),
        ];
    }
}
