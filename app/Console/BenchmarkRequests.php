<?php

declare(strict_types=1);

namespace App\Console;

use Closure;

/** Requests to the running web server, signed in to the demo account, and how long things take. */
final class BenchmarkRequests
{
    /** The web server's workers each have to warm up. */
    private const WARM_UP = 6;

    private ?\CurlHandle $http = null;

    public function __construct(private readonly string $port, private readonly int $runs)
    {
    }

    /**
     * @param  array<string, mixed>  $body
     * @return array<string, mixed>
     */
    public function ask(string $method, string $path, array $body = []): array
    {
        return json_decode($this->answer($method, $path, $body), true, flags: JSON_THROW_ON_ERROR);
    }

    /** As it comes: who measures the server does not count what it takes to read it. @param  array<string, mixed>  $body */
    public function answer(string $method, string $path, array $body = []): string
    {
        if ($this->http === null) {
            $this->http = curl_init() ?: throw new \RuntimeException('cURL does not start.');
            curl_setopt_array($this->http, [CURLOPT_RETURNTRANSFER => true, CURLOPT_COOKIEFILE => '']);
            $this->answer('GET', '/api/v1/session');
            $this->answer('POST', '/api/v1/session/demo');
        }
        $token = '';
        foreach ((array) curl_getinfo($this->http, CURLINFO_COOKIELIST) as $cookie) {
            $parts = explode("\t", (string) $cookie);
            $token = ($parts[5] ?? '') === 'XSRF-TOKEN' ? urldecode($parts[6]) : $token;
        }
        curl_setopt_array($this->http, [
            CURLOPT_URL => "http://127.0.0.1:{$this->port}{$path}",
            CURLOPT_CUSTOMREQUEST => $method,
            CURLOPT_POSTFIELDS => $method === 'GET' ? null : json_encode((object) $body, JSON_THROW_ON_ERROR),
            CURLOPT_HTTPHEADER => ['Content-Type: application/json', 'Accept: application/json', "X-XSRF-TOKEN: {$token}"],
        ]);
        $answer = curl_exec($this->http);
        $status = curl_getinfo($this->http, CURLINFO_RESPONSE_CODE);
        if (! is_string($answer) || $status >= 400) {
            throw new \RuntimeException("{$method} {$path} answered {$status}: ".substr((string) $answer, 0, 300));
        }

        return $answer;
    }

    /** In milliseconds. */
    public function median(Closure $work): float
    {
        for ($i = 0; $i < self::WARM_UP; $i++) {
            $work();
        }
        $times = [];
        for ($i = 0; $i < $this->runs; $i++) {
            $started = hrtime(true);
            $work();
            $times[] = (hrtime(true) - $started) / 1e6;
        }
        sort($times);

        return $times[intdiv(count($times), 2)];
    }
}
