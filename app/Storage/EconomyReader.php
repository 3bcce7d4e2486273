<?php

declare(strict_types=1);

namespace App\Storage;

use Closure;
use Illuminate\Support\Facades\DB;
use Logion\Market\Economy;
use PDO;

/** Reads the rates of the economy once a process. */
final class EconomyReader
{
    private ?Economy $economy = null;

    public function __construct(private readonly Settings $settings)
    {
    }

    /** Rates or settings were changed. */
    public function forget(): void
    {
        $this->economy = null;
    }

    public function read(): Economy
    {
        if ($this->economy !== null) {
            return $this->economy;
        }

        return $this->economy = new Economy(
            self::named(''),
            $this->settings->equityRiskPremium(),
            $this->settings->corporateTaxRate(),
            self::named(EconomySeries::EXCHANGE_RATE),
            $this->settings->currency(),
        );
    }

    /**
     * Series are read when they are first asked for: every page of a company needs one or two of them, and exchange rates are thousands.
     *
     * @return Closure(string): (array{days: list<int>, values: list<float>}|null)
     */
    private static function named(string $prefix): Closure
    {
        $known = [];

        return static function (string $name) use ($prefix, &$known): ?array {
            if (! array_key_exists($name, $known)) {
                $rows = DB::connection()->getPdo()->prepare('select day, value from economy_series where name = ? order by day');
                $rows->execute([$prefix.$name]);
                $all = $rows->fetchAll(PDO::FETCH_NUM);
                $known[$name] =
                    $all === []
                        ? null
                        : [
                            'days' => array_map(intval(...), array_column($all, 0)),
                            'values' => array_map(floatval(...), array_column($all, 1)),
                        ];
            }

            return $known[$name];
        };
    }
}
