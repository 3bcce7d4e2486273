<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feature\Reference\Exchanges;
use App\Models\Exchange;
use Illuminate\Console\Command;

final class ManageExchanges extends Command
{
    use ChangesInstallation;

    protected $signature = 'logion:exchange
        {code? : of the exchange; none lists all}
        {name? : of the exchange}
        {country? : two letters (ISO 3166)}
        {currency? : in which it trades, three letters (ISO 4217)}
        {--merge-into= : code of the exchange it is the same as}
        {--remove : the exchange, while nothing is listed on it}
        {--user= : e-mail of the author}
        {--format=table : table, json or csv}';

    protected $description = 'List exchanges, make one, change or remove one, or merge two that are the same';

    public function handle(Exchanges $exchanges): int
    {
        return $this->guarded(function () use ($exchanges): int {
            if (is_string($this->argument('code'))) {
                $code = strtoupper($this->must('code', 'the code'));
                $known = Exchange::query()->where('code', $code)->first();
                if (is_string($this->option('merge-into'))) {
                    $into = $this->known(strtoupper($this->option('merge-into')));
                    $exchanges->merge($this->author(), $this->known($code), $into);
                } elseif ($this->option('remove')) {
                    $exchanges->remove($this->author(), $this->known($code));
                } elseif ($known !== null) {
                    $exchanges->change(
                        $this->author(),
                        $known,
                        array_filter([
                            'name' => (string) $this->argument('name'),
                            'country' => strtoupper((string) $this->argument('country')),
                            'currency' => strtoupper((string) $this->argument('currency')),
                        ]),
                    );
                } else {
                    $exchanges->create($this->author(), [
                        'code' => $code,
                        'name' => $this->must('name', 'the exchange'),
                        'country' => strtoupper($this->must('country', 'its country')),
                        'currency' => strtoupper($this->must('currency', 'its currency')),
                    ]);
                }
            }
            $all = Exchange::query()->with('index')->orderBy('id')->get();
            $rows = $all
                ->map(static fn (Exchange $of): array => [$of->code, $of->name, $of->country, $of->currency, (string) $of->index?->name])
                ->all();
            $head = ['code', 'name', 'country', 'currency', 'index'];
            $this->print(array_map(static fn (array $row): array => array_combine($head, $row), $rows), $head, $rows);

            return self::SUCCESS;
        });
    }

    private function known(string $code): Exchange
    {
        return Exchange::query()->where('code', $code)->first() ?? throw new \InvalidArgumentException("There is no exchange {$code}.");
    }
}
