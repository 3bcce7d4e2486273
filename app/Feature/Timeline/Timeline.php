<?php

declare(strict_types=1);

namespace App\Feature\Timeline;

use App\Models\CorporateAction;
use App\Models\Decision;
use App\Models\Dividend;
use App\Models\Filing;
use App\Models\InsiderTrade;
use App\Models\News;
use App\Models\Note;
use App\Models\Paper;
use App\Models\User;
use App\Storage\BrokerNotes;
use Logion\Figure\Words;
use Logion\Metric\CompanyScope;
use Logion\Time\Day;

/**
 * What happened to a company, in one line of time: reports, news, notes of houses, trades of insiders, dividends and splits, and what the
 * reader wrote and decided.
 */
final readonly class Timeline
{
    public const KINDS = ['report', 'news', 'broker', 'insider', 'dividend', 'shares', 'note', 'decision', 'paper'];

    private const MOST = 200;

    public function __construct(
        private CompanyScope $scope,
        private int $security,
        private User $reader,
        private BrokerNotes $brokerNotes,
    ) {
    }

    /**
     * @param  list<string>  $kinds  some of {@see KINDS}
     * @return list<array{day: string, minute: int|null, kind: string, title: string, text: string, paper: int|null}> the latest first
     */
    public function items(array $kinds): array
    {
        $items = [];
        foreach ($kinds as $kind) {
            $items[] = match ($kind) {
                'report' => $this->reports(),
                'news' => $this->news(),
                'broker' => $this->brokers(),
                'insider' => $this->insiders(),
                'dividend' => $this->dividends(),
                'note' => $this->notes(),
                'decision' => $this->decisions(),
                'paper' => $this->papers(),
                default => $this->shares(),
            };
        }
        $items = array_merge(...$items);
        usort($items, static fn (array $a, array $b): int => $b['day'] <=> $a['day'] ?: ($b['minute'] ?? 0) <=> ($a['minute'] ?? 0));

        return array_map(
            static fn (array $item): array => [...$item, 'day' => Day::iso($item['day'])],
            array_slice($items, 0, self::MOST),
        );
    }

    /** @return list<array{day: int, minute: int|null, kind: string, title: string, text: string, paper: int|null}> */
    private function reports(): array
    {
        $rows = Filing::query()
            ->where('company_id', $this->scope->company->id)
            ->where('filed_on', '<=', $this->scope->asOf)
            ->orderByDesc('filed_on')
            ->orderByDesc('id')
            ->limit(self::MOST)
            ->get();
        $items = [];
        foreach ($rows as $row) {
            $minute = $row->getAttribute('minute');
            $items[] = self::item((int) $row->filed_on, $minute === null ? null : (int) $minute, 'report', (string) $row->title);
        }

        return $items;
    }

    /** @return list<array{day: int, minute: int|null, kind: string, title: string, text: string, paper: int|null}> */
    private function news(): array
    {
        $rows = News::query()
            ->of($this->scope->company->id, $this->scope->asOf)
            ->where('kind', '!=', News::BROKER)
            ->limit(self::MOST)
            ->get();
        $items = [];
        foreach ($rows as $row) {
            $items[] = self::item(
                (int) $row->day,
                (int) $row->minute,
                'news',
                (string) $row->title,
                (string) $row->text,
            );
        }

        return $items;
    }

    /** @return list<array{day: int, minute: int|null, kind: string, title: string, text: string, paper: int|null}> */
    private function brokers(): array
    {
        return array_map(
            static fn (array $of): array => self::item($of['day'], $of['minute'], 'broker', $of['title'], $of['text']),
            $this->brokerNotes->of($this->scope->company->id, $this->scope->asOf, self::MOST),
        );
    }

    /** @return list<array{day: int, minute: int|null, kind: string, title: string, text: string, paper: int|null}> */
    private function insiders(): array
    {
        $rows = InsiderTrade::query()
            ->where('company_id', $this->scope->company->id)
            ->until($this->scope->asOf)
            ->orderByDesc('day')
            ->limit(self::MOST)
            ->get();
        $items = [];
        foreach ($rows as $row) {
            $shares = number_format(abs((float) $row->shares), 0, '.', ' ');
            $items[] = self::item(
                (int) $row->day,
                null,
                'insider',
                $row->shares > 0
                    ? Words::say('insider_bought', name: (string) $row->insider, shares: $shares)
                    : Words::say('insider_sold', name: (string) $row->insider, shares: $shares),
                $row->price === null
                    ? (string) $row->role
                    : Words::say('insider_at', role: (string) $row->role, price: number_format((float) $row->price, 2, '.', ' ')),
            );
        }

        return $items;
    }

    /** @return list<array{day: int, minute: int|null, kind: string, title: string, text: string, paper: int|null}> */
    private function dividends(): array
    {
        $rows = Dividend::query()
            ->where('security_id', $this->security)
            ->where('ex_date', '<=', $this->scope->asOf)
            ->orderByDesc('ex_date')
            ->limit(self::MOST)
            ->get();
        $items = [];
        foreach ($rows as $row) {
            $amount = rtrim(rtrim(number_format((float) $row->amount, 4, '.', ' '), '0'), '.');
            $items[] = self::item(
                (int) $row->ex_date,
                null,
                'dividend',
                (bool) $row->special
                    ? Words::say('special_dividend_goes_off', amount: $amount, currency: (string) $row->currency)
                    : Words::say('dividend_goes_off', amount: $amount, currency: (string) $row->currency),
                $row->paid_on === null ? '' : Words::say('paid_on_day', day: Day::iso((int) $row->paid_on)),
            );
        }

        return $items;
    }

    /** @return list<array{day: int, minute: int|null, kind: string, title: string, text: string, paper: int|null}> */
    private function shares(): array
    {
        $rows = CorporateAction::query()
            ->where('security_id', $this->security)
            ->where('ex_date', '<=', $this->scope->asOf)
            ->orderByDesc('ex_date')
            ->get();
        $items = [];
        foreach ($rows as $row) {
            $ratio = (float) $row->ratio;
            $items[] = self::item(
                (int) $row->ex_date,
                null,
                'shares',
                match ((string) $row->kind) {
                    'split' => $ratio >= 1
                        ? sprintf(Words::say('split_g_for'), $ratio)
                        : sprintf(Words::say('reverse_split_1_for_g'), 1 / $ratio),
                    'rights' => Words::say('rights_go_off'),
                    default => Words::say('business_is_handed_out'),
                },
                $row->kind === 'split' ? '' : Words::say('part_of_the_price_gone', percent: round(100 * (1 - 1 / $ratio), 1)),
            );
        }

        return $items;
    }

    /** @return list<array{day: int, minute: int|null, kind: string, title: string, text: string, paper: int|null}> */
    private function notes(): array
    {
        $rows = Note::query()
            ->of($this->reader)
            ->where('company_id', $this->scope->company->id)
            ->where('on_day', '<=', $this->scope->asOf)
            ->orderByDesc('id')
            ->limit(self::MOST)
            ->get();
        $items = [];
        foreach ($rows as $row) {
            $items[] = self::item(
                (int) $row->getAttribute('on_day'),
                null,
                'note',
                $row->figure === null ? Words::say('own_note') : Words::say('own_note_on', figure: (string) $row->figure),
                (string) $row->body,
            );
        }

        return $items;
    }

    /** @return list<array{day: int, minute: int|null, kind: string, title: string, text: string, paper: int|null}> */
    private function decisions(): array
    {
        $rows = Decision::query()
            ->of($this->reader)
            ->where('company_id', $this->scope->company->id)
            ->where('decided_on', '<=', $this->scope->asOf)
            ->orderByDesc('id')
            ->limit(self::MOST)
            ->get();
        $items = [];
        foreach ($rows as $row) {
            $items[] = self::item(
                (int) $row->decided_on,
                null,
                'decision',
                Words::say('own_decision', verdict: (string) $row->verdict),
                (string) $row->thesis,
            );
        }

        return $items;
    }

    /** @return list<array{day: int, minute: int|null, kind: string, title: string, text: string, paper: int|null}> */
    private function papers(): array
    {
        $rows = Paper::query()
            ->of($this->reader)
            ->where('company_id', $this->scope->company->id)
            ->where('on_day', '<=', $this->scope->asOf)
            ->orderByDesc('on_day')
            ->limit(self::MOST)
            ->get();
        $items = [];
        foreach ($rows as $row) {
            $item = self::item((int) $row->getAttribute('on_day'), null, 'paper', (string) $row->name);
            $items[] = [...$item, 'paper' => (int) $row->id];
        }

        return $items;
    }

    /** @return array{day: int, minute: int|null, kind: string, title: string, text: string, paper: int|null} */
    private static function item(int $day, ?int $minute, string $kind, string $title, string $text = ''): array
    {
        return ['day' => $day, 'minute' => $minute, 'kind' => $kind, 'title' => $title, 'text' => $text, 'paper' => null];
    }
}
