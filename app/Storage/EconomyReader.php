<?php

declare(strict_types=1);

namespace App\Storage;

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
        $all = $series = $exchange = [];
        // Every page of a company reads them, thousands where exchange rates are daily: as plain arrays.
        $rows = DB::connection()->getPdo()->prepare('select name, day, value from economy_series order by name, day');
        $rows->execute();
        foreach ($rows->fetchAll(PDO::FETCH_NUM) as [$name, $day, $value]) {
            $all[$name]['days'][] = (int) $day;
            $all[$name]['values'][] = (float) $value;
        }
        foreach ($all as $name => $of) {
            if (str_starts_with($name, EconomySeries::EXCHANGE_RATE)) {
                $exchange[substr($name, strlen(EconomySeries::EXCHANGE_RATE))] = $of;
            } else {
                $series[$name] = $of;
            }
        }

        return $this->economy = new Economy(
            $series,
            $this->settings->equityRiskPremium(),
            $this->settings->corporateTaxRate(),
            $exchange,
            $this->settings->currency(),
        );
    }
}
