<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feature\Reference\Exchanges;
use App\Feature\Reference\MarketIndices;
use App\Feature\Reference\ReferenceOverview;
use App\Models\Exchange;
use Illuminate\Console\Command;

final class ManageIndices extends Command
{
    use ChangesInstallation;

    protected $signature = 'logion:index
        {exchange? : code of the exchange; none lists all}
        {ticker? : of a new index}
        {name? : of a new index}
        {--user= : e-mail of the author}
        {--format=table : table, json or csv}';

    protected $description = 'List indices, or make one, against which the shares of its exchange are measured from then on';

    public function handle(MarketIndices $indices, Exchanges $exchanges, ReferenceOverview $overview): int
    {
        return $this->guarded(function () use ($indices, $exchanges, $overview): int {
            if (is_string($this->argument('exchange'))) {
                $code = strtoupper($this->must('exchange', 'the exchange'));
                $exchange =
                    Exchange::query()->where('code', $code)->first() ??
                    throw new \InvalidArgumentException("There is no exchange {$code}. Make it with logion:exchange.");
                $made = $indices->create(
                    $this->author(),
                    $exchange,
                    strtoupper($this->must('ticker', 'its ticker')),
                    $this->must('name', 'the index'),
                );
                $exchange->index_id ?? $exchanges->change($this->author(), $exchange, ['index_id' => $made]);
            }
            $head = ['ticker', 'name', 'exchange', 'levels', 'last'];
            $rows = array_map(
                static fn (array $index): array => array_map(static fn (string $key): mixed => $index[$key], $head),
                $overview->all()['indices'],
            );
            $this->print(array_map(static fn (array $row): array => array_combine($head, $row), $rows), $head, $rows);

            return self::SUCCESS;
        });
    }
}
