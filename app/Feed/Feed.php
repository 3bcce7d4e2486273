<?php

declare(strict_types=1);

namespace App\Feed;

/** A source of new data: what became public since a day, in order. */
interface Feed
{
    /**
     * Days on which something is new.
     *
     * @param  int|null  $after  as far as is stored; null from the beginning
     * @return iterable<int> ascending, as far as the source goes by itself or, where it has no end, for ever
     */
    public function days(?int $after): iterable;

    /**
     * What became public on a day, in the order in which it did.
     *
     * @return iterable<Arrival>
     */
    public function on(int $day): iterable;

    /** All up to a day is stored: what the source keeps for itself goes into the same transaction. */
    public function settle(int $day): void;
}
