<?php

declare(strict_types=1);

namespace App\Files;

use Logion\Figure\Words;
use Logion\Intake\Refusal;

/** What kind of file was handed in, told by its content. */
enum FileFormat: string
{
    case Csv = 'csv';
    case Xlsx = 'xlsx';
    case Ods = 'ods';
    case XbrlJson = 'xbrl_json';
    case XbrlCsv = 'xbrl_csv';
    case XbrlXml = 'xbrl_xml';
    case InlineXbrl = 'inline_xbrl';

    /** @throws Refusal if it is none that can be read */
    public static function detect(string $path): self
    {
        $start = (string) @file_get_contents($path, false, null, 0, 4096);
        if ($start === '') {
            throw Refusal::because(Words::say('the_file_is_empty'));
        }
        if (str_starts_with($start, "PK\x03\x04") || str_starts_with($start, "PK\x05\x06")) {
            $entries = array_keys(Archive::open($path)->entries);

            return match (true) {
                in_array('xl/workbook.xml', $entries, true) => self::Xlsx,
                in_array('content.xml', $entries, true) => self::Ods,
                InlinePage::entry(Archive::open($path)) !== null => self::InlineXbrl,
                preg_grep('~\.json$~', $entries) !== [] && preg_grep('~\.csv$~', $entries) !== [] => self::XbrlCsv,
                default => throw Refusal::because(Words::say('the_archive_is_neither_a_workbook')),
            };
        }
        $text = ltrim((string) preg_replace('/^\x{FEFF}/u', '', mb_check_encoding($start, 'UTF-8') ? $start : 'x'));
        if (str_starts_with($text, '<')) {
            if (str_contains((string) @file_get_contents($path, false, null, 0, 262144), 'http://www.xbrl.org/2013/inlineXBRL')) {
                return self::InlineXbrl;
            }

            return str_contains($start, 'xbrl') || str_contains((string) @file_get_contents($path, false, null, 0, 65536), 'xbrl')
                ? self::XbrlXml
                : throw Refusal::because(Words::say('the_file_is_xml_but_neither'));
        }
        if (str_starts_with($text, '{')) {
            return self::XbrlJson;
        }
        if (str_contains($start, "\0") && Rows::utf16($start) === null) {
            throw Refusal::because(Words::say('the_file_is_neither_a_text'));
        }

        return self::Csv;
    }

    public function isReport(): bool
    {
        return in_array($this, [self::XbrlJson, self::XbrlCsv, self::XbrlXml, self::InlineXbrl], true);
    }

    public function label(): string
    {
        return match ($this) {
            self::Csv => 'CSV',
            self::Xlsx => 'XLSX',
            self::Ods => 'ODS',
            self::XbrlJson => 'xBRL-JSON',
            self::XbrlCsv => 'xBRL-CSV',
            self::XbrlXml => 'XBRL instance',
            self::InlineXbrl => 'Inline XBRL',
        };
    }
}
