<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Database\Connectors\SQLiteConnector;
use PDO;

/**
 * Opens SQLite. A process that answers one request after another keeps the file open between them: to open it means to read its whole
 * schema and to map it into memory anew, which is a tenth of a large answer. What one request began and did not end, PDO takes back.
 */
final class KeptSqliteConnector extends SQLiteConnector
{
    public function __construct(private readonly bool $keeps = PHP_SAPI === 'fpm-fcgi')
    {
    }

    /** @param  array<string, mixed>  $config */
    public function getOptions(array $config): array
    {
        $file = $this->keeps ? @stat((string) $config['database']) : false;

        // A file that takes the place of another, after an upgrade or from a back-up, is opened: it has another number.
        return parent::getOptions($config) + ($file === false ? [] : [PDO::ATTR_PERSISTENT => "file {$file['dev']}-{$file['ino']}"]);
    }
}
