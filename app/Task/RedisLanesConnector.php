<?php

declare(strict_types=1);

namespace App\Task;

use Illuminate\Contracts\Redis\Factory;
use Illuminate\Database\ConnectionResolverInterface;
use Illuminate\Queue\Connectors\ConnectorInterface;

/** Opens the queue in Redis. */
final readonly class RedisLanesConnector implements ConnectorInterface
{
    public function __construct(private Factory $redis, private ConnectionResolverInterface $databases)
    {
    }

    /** @param  array<string, mixed>  $config */
    public function connect(array $config): RedisLanes
    {
        $database = $this->databases->connection();
        assert($database instanceof \Illuminate\Database\Connection);

        return new RedisLanes($this->redis, $database, $config['connection'] ?? 'default', $config['retry_after'] ?? 90);
    }
}
