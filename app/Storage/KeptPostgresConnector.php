<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Database\Connectors\PostgresConnector;
use PDO;

/**
 * Opens PostgreSQL. A process that answers one request after another keeps its connection between them: a new one is a new process of the
 * server, which reads anew what tables there are. What one request began and did not end, PDO takes back.
 */
final class KeptPostgresConnector extends PostgresConnector
{
    public function __construct(private readonly bool $keeps = PHP_SAPI === 'fpm-fcgi')
    {
    }

    /** @param  array<string, mixed>  $config */
    public function getOptions(array $config): array
    {
        return parent::getOptions($config) + ($this->keeps ? [PDO::ATTR_PERSISTENT => true] : []);
    }

    /**
     * @param  string  $dsn
     * @param  string|null  $username
     * @param  string|null  $password
     * @param  array<int, mixed>  $options
     */
    protected function createPdoConnection($dsn, $username, #[\SensitiveParameter] $password, $options): TypedPdo
    {
        return new TypedPdo($dsn, $username, $password, $options);
    }
}
