<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality;

/** One thing that must hold in statements. */
interface Check
{
    /** Adds a finding wherever it does not hold, unless an earlier check has explained why. */
    public function examine(Examination $statements): void;
}
