<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\News;
use App\Models\Rating;
use Logion\Figure\Words;

/** What houses wrote on a company: told by a feed, or brought in with their advice and target. */
final class BrokerNotes
{
    /** @return list<array{day: int, minute: int|null, title: string, text: string}> known on a day, the latest first */
    public function of(int $company, int $until, int $most): array
    {
        $notes = [];
        foreach (News::query()->of($company, $until)->where('kind', News::BROKER)->limit($most)->get() as $row) {
            $notes[] = [
                'day' => (int) $row->day,
                'minute' => (int) $row->minute,
                'title' => (string) $row->title,
                'text' => (string) $row->text,
            ];
        }
        foreach (Rating::query()->of($company, $until)->whereNotNull('text')->limit($most)->get() as $row) {
            $notes[] = [
                'day' => (int) $row->day,
                'minute' => null,
                'title' => Words::say(
                    'house_advises',
                    house: (string) $row->house,
                    advice: (string) $row->rating,
                    target: number_format((float) $row->target, 2, '.', ' '),
                ),
                'text' => (string) $row->getAttribute('text'),
            ];
        }
        usort($notes, static fn (array $a, array $b): int => $b['day'] <=> $a['day'] ?: ($b['minute'] ?? 0) <=> ($a['minute'] ?? 0));

        return array_slice($notes, 0, $most);
    }
}
