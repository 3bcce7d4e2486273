<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Reference\Exchanges;
use App\Models\Exchange;
use App\Storage\Identity\Indices;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

/** Exchanges with their countries and currencies, and what their shares are measured against. */
final class ExchangeRecords extends ReferenceRecords
{
    protected function put(array $record): array
    {
        $exchanges = app(Exchanges::class);
        $indices = app(Indices::class);
        $code = strtoupper($record['code']);
        $values = [
            'name' => mb_substr($record['name'], 0, 120),
            'country' => strtoupper($record['country']),
            'currency' => strtoupper($record['currency']),
        ];
        $codes = ['/^[A-Z0-9]{2,8}$/D' => $code, '/^[A-Z]{2}$/D' => $values['country'], '/^[A-Z]{3}$/D' => $values['currency']];
        foreach ($codes as $is => $of) {
            preg_match($is, $of) === 1 || throw Refusal::because(Words::say('is_no_code_of_an_exchange_country', text: $of));
        }
        $index = ($record['index'] ?? '') === '' ? null : strtoupper($record['index']);
        $measured = $index === null ? null : $indices->find($index) ?? throw Refusal::because($indices->unknown($index));
        $known = Exchange::query()->where('code', $code)->first();
        if ($known === null) {
            $made = $exchanges->create($this->by, ['code' => $code, ...$values]);
            $measured === null || $exchanges->change($this->by, $made, ['index_id' => $measured]);

            return ['new', $code, $values['name']];
        }
        $values += $measured === null ? [] : ['index_id' => $measured];
        if (array_diff_assoc(array_map(strval(...), $values), array_map(strval(...), $known->only(array_keys($values)))) === []) {
            return ['same', $code, $values['name']];
        }
        $exchanges->change($this->by, $known, $values);

        return ['changed', $code, $values['name']];
    }
}
