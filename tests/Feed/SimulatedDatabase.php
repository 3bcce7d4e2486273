<?php

declare(strict_types=1);

namespace Tests\Feed;

use App\Feed\SimulatedExchange;
use Illuminate\Foundation\Application;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Tests\SeededDatabase;

/** Databases of their own with a small simulated exchange, for tests that let it go on. */
final class SimulatedDatabase
{
    /** What publications are written to, each with the columns by which its rows are told apart; numbers given by the database are none. */
    private const TABLES = [
        'countries',
        'exchanges',
        'holidays',
        'companies',
        'securities',
        'identifiers',
        'listings',
        'former_attributes',
        'index_members',
        'filings',
        'facts',
        'breakdown_facts',
        'buildings',
        'leases',
        'bars',
        'bars_by_hour',
        'corporate_actions',
        'dividends',
        'estimates',
        'house_estimates',
        'ratings',
        'observations',
        'holdings',
        'insider_trades',
        'guidance',
        'calendar_dates',
        'news',
        'takeovers',
        'past_transactions',
        'economy_series',
        'economy_forecasts',
        'simulations',
        'simulation_blocks',
    ];

    /** Tables whose numbers the simulated exchange gives itself. */
    private const NUMBERED = ['exchanges', 'companies', 'securities', 'listings', 'filings', 'simulations'];

    /** @var array<string, string> file of each that was made */
    private static array $made = [];

    public static function make(int $companies, int $seed, int $until): Application
    {
        $made = self::$made["{$companies} {$seed} {$until}"] ?? null;
        $file = (string) tempnam(sys_get_temp_dir(), 'logion-exchange-');
        register_shutdown_function(static fn () => array_map(unlink(...), glob("{$file}*") ?: []));
        if ($made === null) {
            $app = SeededDatabase::boot($made = self::$made["{$companies} {$seed} {$until}"] = "{$file}-made");
            touch($made);
            Artisan::call('migrate', ['--force' => true]);
            $app->make(SimulatedExchange::class)->found($seed, $companies, $until, static fn () => null);
        }
        // With what is not in the main file yet.
        foreach (['', '-wal'] as $part) {
            is_file($made.$part) && copy($made.$part, $file.$part);
        }

        return SeededDatabase::boot($file);
    }

    /** Another process that opens the same database. */
    public static function again(): Application
    {
        return SeededDatabase::boot((string) DB::connection()->getDatabaseName());
    }

    /** @return array<string, string> digest of all rows by table, whatever order they were written in */
    public static function digest(): array
    {
        $digests = [];
        foreach (self::TABLES as $table) {
            $rows = [];
            foreach (DB::table($table)->get() as $row) {
                $row = (array) $row;
                if (! in_array($table, self::NUMBERED, true)) {
                    unset($row['id']);
                }
                if (isset($row['companies']) && $table === 'simulation_blocks') {
                    $row['companies'] = sha1(serialize(igbinary_unserialize($row['companies'])));
                }
                $rows[] = json_encode(array_map(static fn (mixed $of): mixed => is_string($of) ? bin2hex($of) : $of, $row));
            }
            sort($rows);
            $digests[$table] = count($rows).' '.sha1(implode("\n", $rows));
        }

        return $digests;
    }

    /** @return array<string, string> digest of the columns of a day, by metric */
    public static function metrics(int $day): array
    {
        return DB::table('metric_columns')
            ->where('as_of', $day)
            ->where('name', 'not like', 'expression:%')
            ->orderBy('name')
            ->get()
            ->mapWithKeys(static fn (object $of): array => [$of->name => sha1($of->values.$of->states.$of->codes)])
            ->all();
    }
}
