<?php

declare(strict_types=1);

namespace App\Feature\Finder;

use App\Evaluation\Catalogues;
use App\Models\CompanyList;
use App\Models\Note;
use App\Models\Paper;
use App\Models\Screen;
use App\Storage\Identity\Identities;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Figure\Words;
use Logion\Metric\Catalogue;

/** Finds companies, metrics, screens, lists, notes and papers by any of their words in any order. */
final class FinderController
{
    public function __construct(private readonly Identities $identities)
    {
    }

    private const MOST = 24;

    /** Of the text of a paper so much is looked through. */
    private const MOST_TEXT = 200_000;

    public function __invoke(Request $request): JsonResponse
    {
        $words = array_values(
            array_filter(explode(' ', mb_strtolower(mb_substr(is_string($request->query('q')) ? $request->query('q') : '', 0, 80)))),
        );
        $found = [];
        if ($words !== []) {
            foreach ($this->candidates($request) as $candidate) {
                $score = self::score($words, $candidate['label'], $candidate['key'], $candidate['synonyms'] ?? '');
                if ($score > 0) {
                    $found[] = [$score, $candidate];
                }
            }
            usort($found, static fn (array $a, array $b): int => $b[0] <=> $a[0] ?: strcmp($a[1]['label'], $b[1]['label']));
        }

        return new JsonResponse([
            'results' => array_map(
                static fn (array $entry): array => array_diff_key($entry[1], ['synonyms' => 0]),
                array_slice($found, 0, self::MOST),
            ),
        ]);
    }

    /** @return iterable<array{kind: string, key: string, label: string, detail: string, synonyms?: string}> */
    private function candidates(Request $request): iterable
    {
        $companies = $this->identities->all();
        foreach ($companies as $company) {
            yield [
                'kind' => 'company',
                'key' => $company['reference'],
                'label' => $company['name'],
                'detail' => $company['reference'].($company['listed'] ? '' : ', delisted'),
                'synonyms' => mb_strtolower(implode(' ', $company['also'])),
            ];
        }
        $groups = Catalogue::groups();
        foreach (app(Catalogues::class)->of($request->user())->all() as $metric) {
            yield [
                'kind' => 'metric',
                'key' => $metric->key,
                'label' => $metric->label,
                'detail' => $groups[$metric->group],
                'synonyms' => Catalogue::synonyms($metric->key),
            ];
        }
        if ($request->user() !== null) {
            foreach (
                Screen::query()
                    ->of($request->user())
                    ->get(['id', 'name']) as $screen
            ) {
                yield ['kind' => 'screen', 'key' => (string) $screen->id, 'label' => $screen->name, 'detail' => 'Screen'];
            }
            foreach (
                CompanyList::query()
                    ->of($request->user())
                    ->get(['id', 'name']) as $list
            ) {
                yield ['kind' => 'list', 'key' => (string) $list->id, 'label' => $list->name, 'detail' => 'List'];
            }
            foreach (Paper::query()->of($request->user())->with('company')->latest('id')->limit(2000)->get() as $paper) {
                yield [
                    'kind' => 'paper',
                    'key' => (string) $paper->id,
                    'label' => (string) $paper->name,
                    'detail' => Words::say('paper_on', name: $paper->company->name),
                    'synonyms' => mb_strtolower(mb_substr((string) $paper->getAttribute('text'), 0, self::MOST_TEXT)),
                ];
            }
            foreach (Note::query()->of($request->user())->with('company')->latest('id')->limit(2000)->get() as $note) {
                $first = trim((string) strtok($note->body, "\n"), "# \t*>-");
                yield [
                    'kind' => 'note',
                    'key' => $companies[$note->company_id]['reference'] ?? '',
                    'label' => mb_substr($first === '' ? $note->body : $first, 0, 80),
                    'detail' => Words::say('note_on', name: $note->company->name),
                    'synonyms' => mb_strtolower(mb_substr($note->body, 0, 4000)),
                ];
            }
        }
    }

    /**
     * Every word must be found; the start of a word and the key count more. One letter wrong in a long word is forgiven.
     *
     * @param  list<string>  $words
     */
    private static function score(array $words, string $label, string $key, string $synonyms): int
    {
        $label = mb_strtolower($label);
        $key = mb_strtolower($key);
        $parts = preg_split('/[^a-z0-9]+/', $label.' '.str_replace('_', ' ', $key)) ?: [];
        $score = 0;
        foreach ($words as $word) {
            $score += match (true) {
                $key === $word => 60,
                str_starts_with($key, $word) => 22,
                array_filter($parts, static fn (string $part): bool => str_starts_with($part, $word)) !== [] => 20,
                str_contains($label, $word) => 8,
                str_contains($synonyms, $word) => 6,
                strlen($word) > 4 &&
                    array_filter($parts, static fn (string $part): bool => levenshtein(substr($part, 0, 30), $word) === 1) !== [] => 4,
                default => -1000,
            };
        }

        return $score;
    }
}
