<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Reference\IndexMembers;
use App\Models\Security;
use App\Storage\Identity\Indices;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;

/** Members of indices, each from a day up to but without another. */
final class MemberRecords extends ReferenceRecords
{
    protected function put(array $record): array
    {
        $indices = app(Indices::class);
        $ticker = strtoupper($record['index']);
        $index = $indices->find($ticker) ?? $indices->called($record['index']);
        if ($index === null) {
            throw Refusal::because($indices->unknown($ticker));
        }
        $to = $record['to'] ?? null;
        $status = app(IndexMembers::class)->put(
            $this->by,
            Security::query()->findOrFail($index),
            $record['listing']->company,
            $record['from'],
            $to,
        );
        $what = Words::say('member_from', index: $ticker, day: Day::iso($record['from']));

        return [$status, $record['listing']->ticker, $to === null ? $what : $what.' '.Words::say('until_day', day: Day::iso($to))];
    }

    protected function changesFigures(): bool
    {
        return false;
    }
}
