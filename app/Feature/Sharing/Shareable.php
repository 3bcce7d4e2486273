<?php

declare(strict_types=1);

namespace App\Feature\Sharing;

use App\Models\ColumnView;
use App\Models\CompanyList;
use App\Models\OwnMetric;
use App\Models\Screen;
use App\Models\Valuation;
use App\Storage\Identity\Identities;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Logion\Figure\Numerals;
use Logion\Figure\Words;
use Logion\Screening\ScreenDefinition;

/** The kinds of things that can be shared to read: what one is called, and what it holds in words. */
enum Shareable: string
{
    /** Companies of a list that are named. */
    private const NAMED = 20;

    case Screen = 'screens';
    case Columns = 'column-sets';
    case List = 'lists';
    case Metric = 'own-metrics';
    case Valuation = 'valuations';

    /** @return Builder<covariant Model> */
    public function query(): Builder
    {
        return match ($this) {
            self::Screen => Screen::query(),
            self::Columns => ColumnView::query(),
            self::List => CompanyList::query()->with('items'),
            self::Metric => OwnMetric::query(),
            self::Valuation => Valuation::query()->with('company'),
        };
    }

    public static function name(Model $thing): string
    {
        return $thing instanceof OwnMetric ? $thing->label : (string) $thing->getAttribute('name');
    }

    public static function holds(Model $thing, Identities $identities): string
    {
        return match (true) {
            $thing instanceof Screen => self::criteria(ScreenDefinition::fromArray($thing->definition)),
            $thing instanceof ColumnView => implode(', ', $thing->columns),
            $thing instanceof CompanyList => self::companies($thing, $identities),
            $thing instanceof OwnMetric => is_string($thing->definition['definition'])
                ? "{$thing->key} = {$thing->definition['definition']}"
                : "{$thing->key}: {$thing->kind}",
            $thing instanceof Valuation => $thing->company->name.
                ($thing->per_share === null ? '' : ': '.Numerals::decimal((float) $thing->per_share, 2)." {$thing->currency}"),
            default => '',
        };
    }

    /** The first of them: a list may have a thousand. */
    private static function companies(CompanyList $list, Identities $identities): string
    {
        $first = $list->items->sortBy('position')->take(self::NAMED)->pluck('company_id');
        $more = $list->items->count() - $first->count();

        return implode(', ', $identities->references($first)).($more > 0 ? Words::say('and_more_tickers', count: $more) : '');
    }

    /** What it asks for; its columns show it and are not what it holds. */
    private static function criteria(ScreenDefinition $screen): string
    {
        return implode('; ', array_diff($screen->formulas(), $screen->columns));
    }
}
