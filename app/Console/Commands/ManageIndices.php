<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feature\Reference\Exchanges;
use App\Feature\Reference\MarketIndices;
use App\Feature\Reference\ReferenceOverview;
use App\Models\Exchange;
use App\Models\Security;
use App\Storage\Identity\Indices;
use Illuminate\Console\Command;

final class ManageIndices extends Command
{
    use ChangesInstallation;

    protected $signature = 'logion:index
        {exchange? : code of the exchange; none lists all}
        {ticker? : of a new index}
        {name? : of a new index, or another name of one that is there}
        {--merge-into= : ticker of the index it is the same as}
        {--remove : the index, while it has neither levels nor members}
        {--user= : e-mail of the author}
        {--format=table : table, json or csv}';

    protected $description = 'List indices, make one, against which the shares of its exchange are measured, rename, merge or remove one';

    public function handle(MarketIndices $indices, Indices $tickers, Exchanges $exchanges, ReferenceOverview $overview): int
    {
        return $this->guarded(function () use ($indices, $tickers, $exchanges, $overview): int {
            if (is_string($this->argument('exchange'))) {
                $code = strtoupper($this->must('exchange', 'the exchange'));
                $exchange =
                    Exchange::query()->where('code', $code)->first() ??
                    throw new \InvalidArgumentException("There is no exchange {$code}. Make it with logion:exchange.");
                $ticker = strtoupper($this->must('ticker', 'its ticker'));
                $known = $tickers->find($ticker);
                $index = static fn (string $of): Security => Security::query()->with('listings')->find($tickers->find($of)) ??
                    throw new \InvalidArgumentException($tickers->unknown($of));
                if (is_string($this->option('merge-into'))) {
                    $indices->merge($this->author(), $index($ticker), $index(strtoupper($this->option('merge-into'))));
                } elseif ($this->option('remove')) {
                    $indices->remove($this->author(), $index($ticker));
                } elseif ($known !== null) {
                    $indices->rename($this->author(), $known, $this->must('name', 'the index'));
                } else {
                    $made = $indices->create($this->author(), $exchange, $ticker, $this->must('name', 'the index'));
                    $exchange->index_id ?? $exchanges->change($this->author(), $exchange, ['index_id' => $made]);
                }
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
