<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\User;
use App\Storage\UserArchive;
use Illuminate\Console\Command;
use Logion\Figure\LogionException;

final class ExportArchive extends Command
{
    protected $signature = 'logion:archive {file : the archive} {--user= : e-mail} {--read : read it into this empty installation '
        .'instead of writing it}';

    protected $description = 'Write everything of a user, with the data it stands on, into one archive; or read one';

    public function handle(UserArchive $archive): int
    {
        $email = (string) $this->option('user');
        $user = $email === '' ? User::query()->orderBy('id')->first() : User::query()->where('email', $email)->first();
        if ($user === null) {
            $this->error($email === '' ? 'There is no user yet. Make an account first.' : "Nobody has the e-mail {$email}.");

            return self::FAILURE;
        }
        try {
            if ($this->option('read')) {
                $counts = $archive->read($user, (string) $this->argument('file'));
                $this->components->info(number_format(array_sum($counts)).' rows read. Run logion:refresh and logion:check next.');
            } else {
                $archive->write($user, (string) $this->argument('file'));
                $this->components->info('Written.');
            }
        } catch (LogionException $error) {
            $this->error($error->getMessage());

            return self::FAILURE;
        }

        return self::SUCCESS;
    }
}
