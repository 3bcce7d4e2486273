<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Foundation\Http\Middleware\ValidateCsrfToken;
use Illuminate\Http\Request;

/** Another site can make a browser send its cookies, and cannot make it send a token of ours. */
final class ForgeryProtection extends ValidateCsrfToken
{
    /** @param  Request  $request */
    protected function tokensMatch($request): bool
    {
        return ($request->bearerToken() !== null && $request->user('web') === null) || parent::tokensMatch($request);
    }
}
