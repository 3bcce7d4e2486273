<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Reference\Wording;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;

/** Which statement line a label means, with a confidence from 0 to 1. */
final class LineRecognition
{
    /** Least share of common words for a guess. */
    private const LEAST = 0.6;

    private const FILLERS = ['the', 'of', 'and', 'in', 'on', 'for', 'to', 'a', 'net', 'total', 'other', 'from'];

    /** @var array<string, string> line by folded label */
    private array $known = [];

    /** @var array<string, list<string>> words by line */
    private array $words = [];

    /** @param  array<string, string>  $own  a reader's mapping: label => line, or "" to leave it out */
    public function __construct(private readonly ReportingModel $template, private readonly array $own = [])
    {
        $synonyms = require __DIR__.'/line-synonyms.php';
        $items = array_filter(LineItems::all(), static fn (LineItem $item): bool => $item->fits($template));
        // Own names come before other words for a line, those before concepts: a concept of one line may be the key of another.
        foreach ($items as $key => $item) {
            $this->words[$key] = self::wordsOf($item->label);
            foreach ([$key, $item->label] as $label) {
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

    /** @return array{line: ?string, confidence: float} */
    public function recognise(string $label): array
    {
        if (isset($this->own[$label])) {
            return ['line' => $this->own[$label] === '' ? null : $this->own[$label], 'confidence' => 1.0];
        }
        $folded = Wording::fold(
            (string) preg_replace('/\((?:in|note|notes|\d|loss|net|basic|diluted)[^)]*\)|\*+|\d+\)$/i', ' $0 ', $label),
        );
        $plain = Wording::fold((string) preg_replace('/\(.*?\)|\bnotes? \d+\b|\*+/i', '', $label));
        foreach ([$folded, $plain] as $try) {
            if (isset($this->known[$try])) {
                return ['line' => $this->known[$try], 'confidence' => 1.0];
            }
        }
        $words = self::wordsOf($plain);
        $best = null;
        $most = 0.0;
        foreach ($words === [] ? [] : $this->words as $line => $of) {
            $common = count(array_intersect($words, $of));
            $share = $common / max(1, count(array_unique([...$words, ...$of])));
            if ($share > $most) {
                [$best, $most] = [$line, $share];
            }
        }

        return $most >= self::LEAST ? ['line' => $best, 'confidence' => round(0.85 * $most, 2)] : ['line' => null, 'confidence' => 0.0];
    }

    public function template(): ReportingModel
    {
        return $this->template;
    }

    /** @return list<string> */
    private static function wordsOf(string $text): array
    {
        return array_values(array_unique(array_diff(explode(' ', Wording::fold($text)), self::FILLERS, [''])));
    }
}
