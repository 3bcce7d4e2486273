<?php

declare(strict_types=1);

namespace Logion\Peer;

use Logion\Statistics\Descriptive;

/** What each member does to the median of its group, and what those left out would do. */
final class GroupEffect
{
    /**
     * @param  list<array{value: float|null, in: bool}>  $members  null for one that has no such figure
     * @return array{median: float|null, other: list<float|null>} the median of those that are in, and for each member what it would be if
     *     that one stood on the other side
     */
    public static function onMedian(array $members): array
    {
        $in = array_map(static fn (array $of): ?float => $of['in'] ? $of['value'] : null, $members);
        $other = [];
        foreach ($members as $i => $member) {
            $moved = $in;
            $moved[$i] = $member['in'] ? null : $member['value'];
            $other[] = Descriptive::median(Descriptive::known($moved));
        }

        return ['median' => Descriptive::median(Descriptive::known($in)), 'other' => $other];
    }
}
