<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Figure\Words;

/**
 * How a file writes numbers: which sign separates decimals and which groups thousands. Negative numbers may carry a hyphen,
 * a true minus, a trailing minus or parentheses; per cent signs divide by a hundred; a currency sign is ignored. A cell may name its own
 * scale ("4.1bn"). Scaling moves the decimal point of the text, so that 4,118.9 million is 4 118 900 000 exactly.
 */
final readonly class NumberFormat
{
    /** What stands for "no figure". */
    private const EMPTY = [
        '',
        '-',
        '–',
        '—',
        '--',
        '---',
        '−',
        'n/a',
        'na',
        'n.a.',
        'n.m.',
        'nm',
        'n/m',
        'nan',
        'null',
        'none',
        '..',
        '...',
        '#n/a',
        '.',
        'not available',
        'not meaningful',
        '#ref!',
        '#value!',
        '#div/0!',
        '#name?',
        '*',
        'k.a.',
        'n.v.',
        'n.d.',
        'n.r.',
    ];

    /** Words behind a number that give it a scale of its own, as powers of ten. */
    private const SCALES = [
        '(?:k|thousands?|tsd|th)' => 3,
        '(?:m|mn|mln|mm|mio|millions?)' => 6,
        '(?:b|bn|bln|mrd|billions?)' => 9,
        '(?:tn|trn|trillions?)' => 12,
        '(?:p|pence|c|cents)' => -2,
    ];

    /** So many figures whose only sign stands before three digits are written in thousands: no column of amounts has three decimals. */
    private const ENOUGH = 3;

    public function __construct(public string $decimal = '.', public bool $ambiguous = false)
    {
    }

    /**
     * The format most figures of a column fit; ambiguous when "1,234" could be either.
     *
     * @param  iterable<string>  $samples
     * @param  bool  $amounts  whether they are amounts, which have no three decimals
     */
    public static function detect(iterable $samples, bool $amounts = false): self
    {
        $point = $comma = $eitherPoint = $eitherComma = 0;
        foreach ($samples as $text) {
            $text = self::bare($text);
            if (preg_match('/\d[.,\x27\s]?\d/', $text) !== 1) {
                continue;
            }
            $points = substr_count($text, '.');
            $commas = substr_count($text, ',');
            $isEither = preg_match('/^[^\d]*\d{1,3}[.,]\d{3}\D*$/', $text) === 1;
            match (true) {
                $points > 0 && $commas > 0 => strrpos($text, '.') > strrpos($text, ',') ? ($point += 3) : ($comma += 3),
                $points > 1 => ($comma += 3),
                $commas > 1 => ($point += 3),
                $isEither => $points === 1 ? $eitherPoint++ : $eitherComma++,
                $points === 1 => ($point += 2),
                $commas === 1 => ($comma += 2),
                default => null,
            };
        }
        if ($amounts && $point === $comma) {
            $point += $eitherComma >= self::ENOUGH ? 1 : 0;
            $comma += $eitherPoint >= self::ENOUGH ? 1 : 0;
        }

        return new self($comma > $point ? ',' : '.', $eitherPoint + $eitherComma > 0 && $point === $comma);
    }

    /** Whether a text stands for a missing figure. */
    public static function isEmpty(string $text): bool
    {
        return in_array(strtolower(self::trim($text)), self::EMPTY, true);
    }

    /**
     * @param  float  $scale  a power of ten by which the number is multiplied, unless the text has a scale of its own
     *
     * @throws Refusal if the text is not a number
     */
    public function parse(string $text, float $scale = 1.0): ?float
    {
        // Most figures of large files are plain.
        if ($scale === 1.0 && $this->decimal === '.' && is_numeric($text)) {
            $value = (float) $text;

            return is_finite($value) ? $value : throw Refusal::because(Words::say('is_too_large_for_a_number', text: $text));
        }
        if (self::isEmpty($text)) {
            return null;
        }
        $power = (int) round(log10($scale));
        $own = self::ownScale($text);
        if ($own !== null) {
            [$power, $words] = $own;
            $text = substr(self::trim($text), 0, -strlen($words)).(str_ends_with($words, ')') && $words[0] !== ')' ? ')' : '');
        }
        $bare = self::bare($text);
        $negative = preg_match('/^\(.*\)$/', $bare) === 1;
        $bare = trim($bare, '()');
        if (str_ends_with($bare, '-')) {
            $negative = ! $negative;
            $bare = substr($bare, 0, -1);
        }
        $percent = str_ends_with($bare, '%');
        $bare = rtrim($bare, '%');
        $group = $this->decimal === '.' ? ',' : '.';
        $groups = preg_quote($group, '/').'\x27';
        if (
            preg_match(
                "/^[+-]?(\\d{1,3}([{$groups}]\\d{3})+|\\d{1,2}(,\\d{2})+,\\d{3}|\\d*)(".
                    preg_quote($this->decimal, '/').
                    '\d*)?([eE][+-]?\d+)?$/D',
                $bare,
            ) !== 1 ||
            preg_match('/\d/', $bare) !== 1 ||
            ($this->decimal === ',' && preg_match('/,\d{2},/', $bare) === 1)
        ) {
            throw Refusal::because(Words::say('is_not_a_number_decimals_are', text: mb_substr($text, 0, 40), decimal: $this->decimal));
        }
        $value = self::shifted(str_replace([$group, "'", $this->decimal], ['', '', '.'], $bare), $power - ($percent ? 2 : 0));
        if (! is_finite($value)) {
            throw Refusal::because(Words::say('is_too_large_for_a_number', text: mb_substr($text, 0, 40)));
        }

        return $negative ? -$value : $value;
    }

    /** Whether a figure names a scale of its own, as "4.1bn" does. */
    public static function namesScale(string $text): bool
    {
        return self::ownScale($text) !== null;
    }

    /** @return array{int, string}|null the power of ten, and the words that name it */
    private static function ownScale(string $text): ?array
    {
        // Most figures are plain numbers, by the million.
        if (ctype_digit(substr($text, -1))) {
            return null;
        }
        foreach (self::SCALES as $words => $power) {
            if (preg_match("/(?<=[\\d).])\\s?{$words}\\.?\\)?$/iu", self::trim($text), $m) === 1) {
                return [$power, $m[0]];
            }
        }

        return null;
    }

    /** A decimal number times a power of ten, rounded once. */
    public static function shifted(string $number, int $power): float
    {
        [$mantissa, $exponent] = [...explode('e', strtolower($number), 2), '0'];

        return (float) ($mantissa.'e'.((int) $exponent + $power));
    }

    private static function trim(string $text): string
    {
        return trim(
            (string) preg_replace(
                '/[\x{00A0}\x{202F}\x{2009}\x{FEFF}]/u',
                ' ',
                mb_check_encoding($text, 'UTF-8') ? $text : mb_convert_encoding($text, 'UTF-8', 'ISO-8859-1'),
            ),
        );
    }

    /** Without spaces, currency signs, marks of notes and letters of a currency; a true minus as a hyphen, one kind of apostrophe. */
    private static function bare(string $text): string
    {
        return (string) preg_replace(
            [
                '/[−–]/u',
                '/[’‘`´]/u',
                '/[*†‡¹²³]+$/u',
                // A space between digits groups thousands; any other would join two numbers.
                '/(?<=\d)\s+(?=\d{3}(?!\d))|\s+(?!\d)|(?<!\d)\s+'.
                '|^\s*(?:US|CA|AU|HK|C|A|S)?\p{Sc}|^\s*[A-Z]{3}\s*(?![A-Z])|\s*[A-Z]{3}$|\p{Sc}/u',
            ],
            ['-', "'", '', ''],
            self::trim($text),
        );
    }
}
