<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Files\TableFile;
use Logion\Figure\Words;
use Logion\Metric\Catalogue;

/** A table of peers as a file that others can open: values alone, and what each column is. */
final readonly class PeerTableFile
{
    private const LINES = ['median', 'mean', 'weighted_mean', 'harmonic_mean', 'upper_quartile', 'lower_quartile', 'high', 'low'];

    /** @param  array<string, mixed>  $table  {@see PeerTable::of()} */
    public function __construct(private array $table, private Catalogue $catalogue)
    {
    }

    public function file(): TableFile
    {
        $columns = $this->table['columns'];
        $rows = [];
        foreach ($this->table['rows'] as $at => $company) {
            $part = match (true) {
                $company['subject'] => Words::say('part_subject'),
                $company['in'] => Words::say('part_peer'),
                default => Words::say('part_left_out'),
            };
            $rows[] = [
                $part,
                $company['name'],
                $company['ticker'],
                ...array_map(static fn (array $column): ?float => $column['figures'][$at]['value'], $columns),
            ];
        }
        foreach (self::LINES as $line) {
            $rows[] = [
                Words::say('part_line'),
                self::name($line),
                '',
                ...array_map(static fn (array $of): ?float => $of['lines'][$line], $columns),
            ];
        }

        return new TableFile(
            $this->table['rows'][0]['name'],
            [Words::say('part'), Words::say('name'), Words::say('ticker'), ...array_column($columns, 'label')],
            $rows,
            count($rows),
            [
                [Words::say('as_of'), $this->table['as_of']],
                [Words::say('currency'), $this->table['currency']],
                ...array_map(
                    fn (array $of): array => [
                        $of['label'],
                        trim(($this->catalogue->find($of['key'])->formula ?? $of['key']).' · '.$of['unit']),
                    ],
                    $columns,
                ),
            ],
        );
    }

    private static function name(string $line): string
    {
        return match ($line) {
            'median' => Words::say('line_median'),
            'mean' => Words::say('line_mean'),
            'weighted_mean' => Words::say('line_weighted_mean'),
            'harmonic_mean' => Words::say('line_harmonic_mean'),
            'upper_quartile' => Words::say('line_upper_quartile'),
            'lower_quartile' => Words::say('line_lower_quartile'),
            'high' => Words::say('line_high'),
            default => Words::say('line_low'),
        };
    }
}
