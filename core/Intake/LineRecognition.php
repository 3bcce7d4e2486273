<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Figure\Words;
use Logion\Reference\Wording;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;

/**
 * Which statement line a label means, with a confidence from 0 to 1 and what it rests on. A name or a known other word for a line is
 * certain; what shares most words with a line's name is a guess, which never takes a total's place.
 */
final class LineRecognition
{
    /** Least share of common words for a guess. */
    private const LEAST = 0.65;

    private const FILLERS = ['the', 'of', 'and', 'in', 'on', 'for', 'to', 'a', 'from', 'by'];

    /** Words that make another figure of a line: a label and a line that do not share them are not the same. */
    private const TELLING = [
        'net',
        'total',
        'other',
        'gross',
        'current',
        'non',
        'long',
        'short',
        'accumulated',
        'deferred',
        'average',
        'basic',
        'diluted',
        'preferred',
        'minority',
        'before',
        'after',
        'excluding',
        'including',
        'increase',
        'change',
        'proceeds',
        'paid',
        'income',
        'expense',
        'per',
    ];

    /** What makes a label speak of something beside the line it names. */
    private const BESIDE =
        '/%|\b(?:margin|growth|change vs|yoy|ratio|as a percentage|per cent of|of which|thereof|adjusted|underlying|non[- ]gaap'.
        '|pro[- ]forma|constant currency|excluding|before exceptional|recurring|normali[sz]ed|target|guidance'.
        '|comparable|like[- ]for[- ]like|organic|ebitda)\b/iu';

    private const WORKING_CAPITAL =
        '/\b(?:changes?|movements?|increase|decrease) .*\b(?:assets|liabilities|working capital)\b'.
        '|^(?:\w+ )*(?:changes?|movements?) in$|\bworking capital (?:changes?|movements?|adjustments?)$/';

    private const LONG = '(?:non current|noncurrent|long term|fixed)';

    private const OWNERS =
        '/\b(?:equity |share)?(?:owners|holders|shareholders|stockholders|members) of (?:the )?'.
        '(?:parent|company|group|entity|corporation)\b/i';

    /** @var array<string, string> line by folded label */
    private array $known = [];

    /** @var array<string, list<string>> words by line */
    private array $words = [];

    /** @var array<string, array<string, string>> line by part of a statement and folded label; "−" before it where the sign is turned */
    private readonly array $inSection;

    /** @param  array<string, string>  $own  a reader's mapping: label => line, or "" to leave it out */
    public function __construct(private readonly ReportingModel $template, private readonly array $own = [])
    {
        $synonyms = require __DIR__.'/line-synonyms.php';
        $this->inSection = require __DIR__.'/section-synonyms.php';
        $items = array_filter(LineItems::all(), static fn (LineItem $item): bool => $item->fits($template));
        // Own names come before other words for a line, those before concepts: a concept of one line may be the key of another.
        foreach ($items as $key => $item) {
            $this->words[$key] = self::wordsOf($item->declared);
            foreach ([$key, $item->declared, $item->label] as $label) {
                $this->known[Wording::fold($label)] ??= $key;
            }
        }
        foreach ($items as $key => $item) {
            foreach ($synonyms[$key] ?? [] as $label) {
                $this->known[Wording::fold($label)] ??= $key;
            }
        }
        foreach ($items as $key => $item) {
            foreach ([...Concepts::alternatives($key, 'us_gaap'), ...Concepts::alternatives($key, 'ifrs')] as $alternative) {
                if (preg_match('/^\w+$/D', $alternative) === 1) {
                    $this->known[Wording::fold($alternative)] ??= $key;
                }
            }
        }
        unset($this->known['']);
    }

    /**
     * @param  string  $section  the heading of the part of the statement in which the label stands
     * @param  bool  $ofCash  whether it stands in a statement of cash flows, where the name of a balance means its change
     * @return array{line: ?string, confidence: float, basis: string, turned: bool} turned where a positive figure means the
     *     negative line, as changes of working capital in a cash-flow statement do
     */
    public function recognise(string $label, string $section = '', bool $ofCash = false): array
    {
        $read = $this->read($label, $section);
        $line = $read['line'] === null ? null : LineItems::all()[$read['line']];
        if ($ofCash && $line !== null && in_array("-{$line->key}", $this->inSection['working_capital'], true)) {
            // What has become more has cost cash, however the label puts it; the total is told by its cash flow.
            return $line->key === 'change_in_working_capital' ? $read : [...$read, 'turned' => true];
        }
        if (! $ofCash || isset($this->own[$label]) || $line?->statement !== 'balance' || str_starts_with($line->key, 'cash_and_')) {
            return $read;
        }
        foreach (self::readings($label) as $try) {
            $change = $this->inSection['working_capital'][$try] ?? null;
            if ($change !== null && LineItems::all()[ltrim($change, '-')]->fits($this->template)) {
                return self::certain(ltrim($change, '-'), Words::say('a_known_label_under', section: $section), $change[0] === '-');
            }
        }

        return self::unknown(Words::say('among_cash_flows_it_is_no_balance'));
    }

    /** @return array{line: ?string, confidence: float, basis: string, turned: bool} */
    private function read(string $label, string $section): array
    {
        if (isset($this->own[$label])) {
            return self::certain($this->own[$label] === '' ? null : $this->own[$label], Words::say('your_choice'));
        }
        $tries = self::readings($label);
        $part = self::part($section);
        foreach ($part === null ? [] : $tries as $try) {
            $line = $this->inSection[$part][$try] ?? null;
            if ($line !== null && LineItems::all()[ltrim($line, '-')]->fits($this->template)) {
                return self::certain(ltrim($line, '-'), Words::say('a_known_label_under', section: $section), $line[0] === '-');
            }
        }
        foreach ($tries as $try) {
            $line = $this->known[$try] ?? null;
            // Among changes of working capital the name of a balance means its change; what is paid, and the total that closes them, have
            // names of their own.
            $item = $line === null ? null : LineItems::all()[$line];
            if ($item !== null && ($part !== 'working_capital' || $item->statement === 'cash_flow' || $item->isTotal($this->template))) {
                return self::certain($line, Words::say('a_known_label'));
            }
        }
        $turned =
            preg_match(
                '/^\(?(?:increase|decrease)\)?\s*(?:\/|or|\()?\s*\(?(?:increase|decrease)\)?\s*(?:in|of)\s+(.+)$/i',
                trim($label),
                $m,
            ) === 1
                ? $this->inSection['working_capital'][self::readings($m[1])[0]] ?? null
                : null;
        if ($turned !== null && LineItems::all()[ltrim($turned, '-')]->fits($this->template)) {
            return self::certain(ltrim($turned, '-'), Words::say('an_increase_or_decrease_as_it'), $turned[0] === '-');
        }

        if ($part === 'working_capital') {
            return self::unknown(Words::say('a_change_of_working_capital_without'));
        }

        return preg_match(self::BESIDE, $label) === 1
            ? self::unknown(Words::say('it_speaks_of_something_beside_a'))
            : $this->guess(end($tries) ?: '');
    }

    public function template(): ReportingModel
    {
        return $this->template;
    }

    /** @return array{line: ?string, confidence: float, basis: string, turned: bool} */
    private function guess(string $folded): array
    {
        $words = self::wordsOf($folded);
        $best = null;
        $most = 0.0;
        foreach ($words === [] ? [] : $this->words as $line => $of) {
            $common = count(array_intersect($words, $of));
            if ($common === 0) {
                continue;
            }
            $share = $common / count(array_unique([...$words, ...$of]));
            if ($share > $most && ! LineItems::all()[$line]->isTotal($this->template) && self::tellTheSame($words, $of)) {
                [$best, $most] = [$line, $share];
            }
        }

        return $most >= self::LEAST && $best !== null
            ? [
                'line' => $best,
                'confidence' => round(0.85 * $most, 2),
                'basis' => Words::say(
                    'a_guess_it_shares_with',
                    words: implode(', ', array_intersect($words, $this->words[$best])),
                    label: LineItems::all()[$best]->label,
                ),
                'turned' => false,
            ]
            : self::unknown(Words::say('no_line_has_that_name'));
    }

    /**
     * @param  list<string>  $one
     * @param  list<string>  $other
     */
    private static function tellTheSame(array $one, array $other): bool
    {
        $telling = static fn (array $words): array => array_values(array_intersect(self::TELLING, $words));

        return $telling($one) === $telling($other);
    }

    /** @return array{line: ?string, confidence: float, basis: string, turned: bool} */
    private static function certain(?string $line, string $basis, bool $turned = false): array
    {
        return ['line' => $line, 'confidence' => 1.0, 'basis' => $basis, 'turned' => $turned];
    }

    /** @return array{line: ?string, confidence: float, basis: string, turned: bool} */
    private static function unknown(string $basis): array
    {
        return ['line' => null, 'confidence' => 0.0, 'basis' => $basis, 'turned' => false];
    }

    /** @return non-empty-list<string> the label as it may be known: with its parentheses, without them, without what says whose it is */
    private static function readings(string $label): array
    {
        $label = (string) preg_replace(
            ['/^\s*(?:\d+(?:\.\d+)*[.)]?|[ivx]+\.|[a-h][.)]|[+–−=-]|less:?|add:?|plus:?|minus:?)\s+/i', '/[*†‡¹²³]+/u', self::OWNERS],
            ['', ' ', 'owners of the parent'],
            $label,
        );
        if (
            preg_match('/^(.+),\s*([^,]+)$/u', $label, $m) === 1 &&
            (Denomination::read($m[2])->scale !== null || Denomination::read($m[2])->currencies !== [])
        ) {
            $label = $m[1];
        }
        $whole = Wording::fold($label);
        // Units, notes and their marks are no part of a name; "(loss)" is left out with them, "(basic)" is not.
        $plain = (string) preg_replace('/\((?!basic|diluted|net|gross|current|non)[^)]*\)|\[[^\]]*\]|\bnotes? \d+\b/i', ' ', $label);
        $plain = Wording::fold((string) preg_replace('/(?<=[a-z])\s*\(?\d{1,2}\)?\s*$/i', '', rtrim($plain)));
        $named = Wording::fold((string) preg_replace('/\((?!basic|diluted)[^)]*\)|,\s*(?:net|at cost|total)\s*$/i', ' ', $label));

        return array_values(array_unique([$whole, $plain, $named])) ?: [''];
    }

    /** The part of a statement a heading opens, as section-synonyms.php calls it. */
    private static function part(string $section): ?string
    {
        $folded = Wording::fold($section);

        return match (true) {
            $folded === '' => null,
            preg_match(self::WORKING_CAPITAL, $folded) === 1 => 'working_capital',
            preg_match('/\b(?:average|number of|outstanding|used in)\b.*\b(?:shares?|stock)\b|\bshares? (?:outstanding|used)/', $folded) ===
                1 => 'shares',
            preg_match('/\bper (?:\w+ )?(?:share|stock)\b|^eps\b/', $folded) === 1 => 'per_share',
            preg_match('/\b'.self::LONG.' (?:financial )?liabilities\b/', $folded) === 1 => 'non_current_liabilities',
            preg_match('/\bcurrent (?:financial )?liabilities\b/', $folded) === 1 => 'current_liabilities',
            preg_match('/\b'.self::LONG.' assets\b/', $folded) === 1 => 'non_current_assets',
            preg_match('/\bcurrent assets\b/', $folded) === 1 => 'current_assets',
            preg_match('/\battributable to\b/', $folded) === 1 => 'attributable',
            preg_match('/\bfinancing activities\b/', $folded) === 1 => 'financing',
            preg_match('/\binvesting activities\b/', $folded) === 1 => 'investing',
            preg_match('/\boperating activities\b/', $folded) === 1 => 'operating',
            default => null,
        };
    }

    /** @return list<string> */
    private static function wordsOf(string $text): array
    {
        return array_values(array_unique(array_diff(explode(' ', Wording::fold($text)), self::FILLERS, [''])));
    }
}
