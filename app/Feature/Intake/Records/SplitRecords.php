<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Feature\Intake\RowWriter;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;

final class SplitRecords extends Records
{
    private const LARGEST_RATIO = 10000;

    private readonly RowWriter $writer;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->writer = new RowWriter($pass, 'corporate_actions', 'security_id', ['ex_date'], ['kind' => 'split']);
    }

    public function add(array $record, int $row): void
    {
        $ratio = self::ratio($record['ratio']);
        $this->writer->add(
            $record['listing']->company,
            ['ex_date' => $record['day'], 'ratio' => $ratio],
            $record['day'],
            Words::say('split_of', day: Day::iso($record['day'])),
            $ratio,
            $row,
            $record['listing']->security,
        );
    }

    /** New shares for each old one. */
    private static function ratio(string $text): float
    {
        $pair = preg_match('~^\s*([\d.]+)\s*(?::|for|/|-for-|to)\s*([\d.]+)\s*$~i', $text, $m) === 1 && (float) $m[2] > 0;
        $ratio = $pair ? (float) $m[1] / (float) $m[2] : (is_numeric($text) ? (float) $text : 0.0);

        return $ratio > 0 && $ratio <= self::LARGEST_RATIO
            ? $ratio
            : throw Refusal::because(Words::say('is_no_ratio_such_as_or', text: $text));
    }
}
