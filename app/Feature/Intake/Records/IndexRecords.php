<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Reference\MarketIndices;
use App\Storage\Identity\Indices;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

/** Market indices; their levels come as prices, their members as a file of their own. */
final class IndexRecords extends ReferenceRecords
{
    protected function put(array $record): array
    {
        $ticker = strtoupper($record['index']);
        if (preg_match('/^[A-Z0-9.\-]{1,12}$/D', $ticker) !== 1) {
            throw Refusal::because(Words::say('is_no_ticker_up_to_twelve', ticker: $record['index']));
        }
        $record['name'] = mb_substr($record['name'], 0, 120);
        $exchange = self::exchange($record['exchange']);
        $known = app(Indices::class)->find($ticker);
        if ($known === null) {
            app(MarketIndices::class)->create($this->by, $exchange, $ticker, $record['name']);

            return ['new', $ticker, $record['name']];
        }

        return [app(MarketIndices::class)->rename($this->by, $known, $record['name']) ? 'changed' : 'same', $ticker, $record['name']];
    }

    protected function changesFigures(): bool
    {
        return false;
    }
}
