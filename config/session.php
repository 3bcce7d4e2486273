<?php

declare(strict_types=1);

// Who is signed in stays so for thirty days without a visit: where one is signed in is listed under Account and ended there.
return [
    'lifetime' => (int) env('SESSION_LIFETIME', 43_200),
    // The scheduler clears old ones away: nobody waits for it who happens to ask for a page.
    'lottery' => [0, 1],
];
