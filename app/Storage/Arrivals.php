<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;
use Logion\Following\CheckKind;
use Logion\Time\Day;

/** Of which companies something has come in a time, kind by kind, and who sees other figures than everybody. */
final class Arrivals
{
    /** In which somebody has figures of their own. */
    private const TABLES_OF_OWN_FIGURES = ['own_metrics', 'corrections', 'one_offs', 'template_choices'];

    /**
     * @param  int  $after  YYYYMMDD
     * @param  list<int>  $days  over which revisions are looked at: what was said so many days ago moves them too
     * @return array<string, array<int, true>> companies by kind of check
     */
    public function of(int $after, int $until, array $days): array
    {
        $flip = static fn (iterable $ids): array => array_fill_keys(array_map(intval(...), [...$ids]), true);
        $between = static fn (string $table, string $column): iterable => DB::table($table)
            ->where($column, '>', $after)
            ->where($column, '<=', $until)
            ->distinct()
            ->pluck('company_id');
        $revised = [];
        foreach ($days as $of) {
            $revised += $flip(
                DB::table('estimates')
                    ->where('day', '>', Day::plus($after, -$of))
                    ->where('day', '<=', Day::plus($until, -$of))
                    ->distinct()
                    ->pluck('company_id'),
            );
        }
        $filed = $flip($between('filings', 'filed_on'));
        $dividends = DB::table('dividends')
            ->join('securities', 'securities.id', '=', 'security_id')
            ->whereRaw('coalesce(declared_on, ex_date) > ?', [$after])
            ->whereRaw('coalesce(declared_on, ex_date) <= ?', [$until])
            ->distinct()
            ->pluck('company_id');

        return [
            CheckKind::Surprise->value => $filed,
            CheckKind::Revision->value => $revised + $filed,
            CheckKind::Insider->value => $flip($between('insider_trades', 'day')),
            CheckKind::Dividend->value => $flip($dividends),
        ];
    }

    /** @return array<int, true> users who have metrics, corrections or choices of their own */
    public function usersWithOwnFigures(): array
    {
        $users = [];
        foreach (self::TABLES_OF_OWN_FIGURES as $table) {
            foreach (DB::table($table)->distinct()->pluck('user_id') as $user) {
                $users[(int) $user] = true;
            }
        }

        return $users;
    }
}
