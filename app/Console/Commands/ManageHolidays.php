<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feature\Reference\Holidays;
use App\Models\Exchange;
use App\Models\Holiday;
use Illuminate\Console\Command;
use Logion\Time\Day;

final class ManageHolidays extends Command
{
    use ChangesInstallation;

    protected $signature = 'logion:holiday
        {exchange : its code}
        {days?* : on which it is closed, YYYY-MM-DD or YYYY-MM-DD=name}
        {--open : it is open on those days after all}
        {--user= : e-mail of the author}
        {--format=table : table, json or csv}';

    protected $description = 'List or enter the days on which an exchange is closed';

    public function handle(Holidays $holidays): int
    {
        return $this->guarded(function () use ($holidays): int {
            $code = strtoupper($this->must('exchange', 'the exchange'));
            $exchange =
                Exchange::query()->where('code', $code)->first() ??
                throw new \InvalidArgumentException("There is no exchange {$code}. Make it with logion:exchange.");
            $days = [];
            foreach ((array) $this->argument('days') as $text) {
                [$day, $name] = [...explode('=', (string) $text, 2), ''];
                $days[Day::parse($day)] = $this->option('open') ? null : $name;
            }
            $days === [] || $holidays->put($this->author(), $exchange, $days);
            $rows = Holiday::query()
                ->where('exchange_id', $exchange->id)
                ->orderBy('day')
                ->get()
                ->map(static fn (Holiday $of): array => [Day::iso((int) $of->day), (string) $of->name])
                ->all();
            $head = ['day', 'name'];
            $this->print(array_map(static fn (array $row): array => array_combine($head, $row), $rows), $head, $rows);

            return self::SUCCESS;
        });
    }
}
