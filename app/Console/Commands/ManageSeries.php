<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feature\Reference\Rates;
use App\Storage\EconomySeries;
use Illuminate\Console\Command;
use Logion\Time\Day;

final class ManageSeries extends Command
{
    use ChangesInstallation;

    protected $signature = 'logion:rate
        {series? : risk_free_rate, bill_rate, consumer_price_index or exchange_rate:CURRENCY; none lists all}
        {points?* : day=value, such as 2026-01-02=2.85%; "-" reads lines of day and value}
        {--user= : e-mail of the author}
        {--format=table : table, json or csv}';

    protected $description = 'List interest rates, exchange rates and other series, or enter points of one';

    public function handle(Rates $rates, EconomySeries $series): int
    {
        return $this->guarded(function () use ($rates, $series): int {
            $name = $this->argument('series');
            $points = $this->points();
            if (is_string($name) && $points !== []) {
                $rates->put($this->author(), $name, $points);
            }
            $rows = array_map(
                static fn (array $of): array => [$of['name'], $of['points'], Day::iso($of['first']), Day::iso($of['last']), $of['value']],
                array_values(array_filter($series->all(), static fn (array $of): bool => ! is_string($name) || $of['name'] === $name)),
            );
            $head = ['series', 'points', 'first', 'last', 'value'];
            $this->print(array_map(static fn (array $row): array => array_combine($head, $row), $rows), $head, $rows);

            return self::SUCCESS;
        });
    }

    /** @return array<int, float> by day */
    private function points(): array
    {
        $points = [];
        $texts = (array) $this->argument('points');
        foreach ($texts === ['-'] ? (file('php://stdin') ?: []) : $texts as $text) {
            if (preg_match('/^\s*(\d{4}-\d{2}-\d{2})\s*[=,;\s]\s*(-?\d+(?:\.\d+)?)\s*(%?)\s*$/', (string) $text, $m) !== 1) {
                throw new \InvalidArgumentException(
                    '"'.trim((string) $text).'" is no point: write a day and a value, such as 2026-01-02=2.85%.',
                );
            }
            $points[Day::parse($m[1])] = (float) $m[2] / ($m[3] === '%' ? 100 : 1);
        }

        return $points;
    }
}
