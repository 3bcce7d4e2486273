<?php

declare(strict_types=1);

namespace App\Feature\Account;

use Illuminate\Contracts\Session\Session;
use Illuminate\Support\Facades\Session as Sessions;

/** Sessions nobody came back to within their lifetime, where the place they are kept in does not forget them by itself. */
final class OldSessions
{
    public static function forget(): void
    {
        $session = Sessions::driver();
        if ($session instanceof Session) {
            $session->getHandler()->gc(60 * (int) config('session.lifetime'));
        }
    }
}
