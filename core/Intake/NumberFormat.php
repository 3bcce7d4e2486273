<?php

declare(strict_types=1);

namespace Logion\Intake;

/**
 * How a file writes numbers: which sign separates decimals and which groups thousands. Negative numbers may carry a hyphen,
 * a true minus, a trailing minus or parentheses; per cent signs divide by a hundred; a currency sign is ignored.
 */
final readonly class NumberFormat
{
    /** What stands for "no figure". */
    private const EMPTY = ['', '-', '–', '—', 'n/a', 'na', 'n.a.', 'n.m.', 'nm', 'nan', 'null', 'none', '..', '...', '#n/a', '.'];

    public function __construct(public string $decimal = '.', public bool $ambiguous = false)
    {
    }

    /**
     * The format most figures of a column fit; ambiguous when "1,234" could be either.
     *
     * @param  iterable<string>  $samples
     */
    public static function detect(iterable $samples): self
    {
        $point = $comma = $either = 0;
        foreach ($samples as $text) {
            $text = self::bare($text);
            if (preg_match('/\d[.,\x27\s]?\d/', $text) !== 1) {
                continue;
            }
            $lastPoint = strrpos($text, '.');
            $lastComma = strrpos($text, ',');
            if ($lastPoint !== false && $lastComma !== false) {
                $lastPoint > $lastComma ? ($point += 3) : ($comma += 3);
            } elseif ($lastPoint !== false) {
                substr_count($text, '.') > 1 ? ($comma += 3) : (preg_match('/^\d{1,3}\.\d{3}$/', $text) === 1 ? $either++ : ($point += 2));
            } elseif ($lastComma !== false) {
                substr_count($text, ',') > 1 ? ($point += 3) : (preg_match('/^\d{1,3},\d{3}$/', $text) === 1 ? $either++ : ($comma += 2));
            }
        }

        return new self($comma > $point ? ',' : '.', $either > 0 && $point === $comma);
    }

    /** Whether a text stands for a missing figure. */
    public static function isEmpty(string $text): bool
    {
        return in_array(strtolower(self::trim($text)), self::EMPTY, true);
    }

    /** @throws Refusal if the text is not a number */
    public function parse(string $text): ?float
    {
        // Most figures of large files are plain.
        if ($this->decimal === '.' && is_numeric($text)) {
            $value = (float) $text;

            return is_finite($value) ? $value : throw Refusal::because("\"{$text}\" is too large for a number");
        }
        if (self::isEmpty($text)) {
            return null;
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
        if (
            preg_match(
                '/^[+-]?(\d{1,3}(['.
                    preg_quote($group, '/').
                    '\x27]\d{3})+|\d*)('.
                    preg_quote($this->decimal, '/').
                    '\d*)?([eE][+-]?\d+)?$/D',
                $bare,
            ) !== 1 ||
            preg_match('/\d/', $bare) !== 1
        ) {
            throw Refusal::because(
                '"'.mb_substr($text, 0, 40).'" is not a number (decimals are written with "'.$this->decimal.'")',
            );
        }
        $value = (float) str_replace([$group, "'", $this->decimal], ['', '', '.'], $bare);
        if (! is_finite($value)) {
            throw Refusal::because('"'.mb_substr($text, 0, 40).'" is too large for a number');
        }

        return ($negative ? -$value : $value) / ($percent ? 100 : 1);
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

    /** Without spaces, currency signs and letters of a currency; a true minus as a hyphen. */
    private static function bare(string $text): string
    {
        return (string) preg_replace(
            ['/[−–]/u', '/(?<=\d)\s+(?=\d{3})|^\s*[A-Z]{3}\s*|\s*[A-Z]{3}$|\p{Sc}|\s+/u'],
            ['-', ''],
            self::trim($text),
        );
    }
}
