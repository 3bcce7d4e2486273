<?php

declare(strict_types=1);

namespace App\Feature\Sharing;

use App\Models\ColumnView;
use App\Models\CompanyList;
use App\Models\CompanyListItem;
use App\Models\OwnMetric;
use App\Models\Screen;
use App\Models\Valuation;
use App\Storage\Identity\Identities;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Logion\Figure\Numerals;
use Logion\Screening\ScreenDefinition;

/** The kinds of things that can be shared to read: what one is called, and what it holds in words. */
enum Shareable: string
{
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
            $thing instanceof CompanyList => $thing->items
                ->sortBy('position')
                ->map(static fn (CompanyListItem $item): string => $identities->reference($item->company_id))
                ->implode(', '),
            $thing instanceof OwnMetric => is_string($thing->definition['definition'])
                ? "{$thing->key} = {$thing->definition['definition']}"
                : "{$thing->key}: {$thing->kind}",
            $thing instanceof Valuation => $thing->company->name.
                ($thing->per_share === null ? '' : ': '.Numerals::decimal((float) $thing->per_share, 2)." {$thing->currency}"),
            default => '',
        };
    }

    /** What it asks for; its columns show it and are not what it holds. */
    private static function criteria(ScreenDefinition $screen): string
    {
        return implode('; ', array_diff($screen->formulas(), $screen->columns));
    }
}
