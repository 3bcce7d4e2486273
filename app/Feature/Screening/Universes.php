<?php

declare(strict_types=1);

namespace App\Feature\Screening;

use App\Evaluation\EvaluationContext;
use App\Storage\ColumnsForgotten;
use App\Storage\ColumnStore;
use Logion\CrossSection\Universe;

/** The universe that questions about all companies are put to: the stored columns of a day, with the lists that have names. */
final class Universes
{
    public function __construct(private readonly ColumnStore $columns, private readonly NamedLists $lists)
    {
    }

    /**
     * @param  bool  $computes  whether columns that are not there may be computed
     *
     * @throws ColumnsForgotten if the day's columns have not been refreshed
     */
    public function on(EvaluationContext $context, bool $computes = false): Universe
    {
        return $this->columns->universe(
            $context->day,
            $computes,
            $context->catalogue,
            $this->lists->on($context, $computes),
            $context->as,
        ) ?? throw new ColumnsForgotten($context->day);
    }

    /**
     * Who stands at a position, as answers name them.
     *
     * @return array{ticker: string, name: string, company: int, sector: string}
     */
    public static function company(Universe $universe, int $position): array
    {
        return [
            'ticker' => $universe->attributeAt('ticker', $position),
            'name' => $universe->attributeAt('name', $position),
            'company' => $universe->company($position),
            'sector' => $universe->category('sector')->at($position),
        ];
    }
}
