<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;
use Logion\Market\Economy;

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
        $series = $exchange = [];
        foreach (DB::table('economy_series')->orderBy('name')->orderBy('day')->get() as $row) {
            if (str_starts_with($row->name, 'exchange_rate:')) {
                $currency = substr($row->name, 14);
                $exchange[$currency]['days'][] = (int) $row->day;
                $exchange[$currency]['values'][] = (float) $row->value;
            } else {
                $series[$row->name]['days'][] = (int) $row->day;
                $series[$row->name]['values'][] = (float) $row->value;
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
