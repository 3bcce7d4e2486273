<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feature\Account\GoodPassword;
use App\Models\Role;
use App\Models\User;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\Validator;
use Illuminate\Support\Str;

final class ManageUsers extends Command
{
    use PrintsFigures;

    protected $signature = 'logion:user
        {email? : of a person; none lists all}
        {name? : of a new person}
        {--role= : administrator, editor or reader}
        {--password= : of a new person; made up and told once by default}
        {--format=table : table, json or csv}';

    protected $description = 'List people, make an account, or give one another role';

    public function handle(): int
    {
        return $this->guarded(function (): int {
            $email = $this->argument('email');
            $role = $this->option('role') === null ? null : Role::tryFrom((string) $this->option('role'));
            if ($this->option('role') !== null && $role === null) {
                throw new \InvalidArgumentException('The role must be administrator, editor or reader.');
            }
            $told = is_string($email) ? $this->change($email, $role) : null;
            $people = User::query()->orderBy('id')->get();
            $rows = $people->map(static fn (User $person): array => [$person->email, $person->name, $person->role->value])->all();
            $head = ['email', 'name', 'role'];
            $this->print(
                [
                    ...array_map(static fn (array $row): array => array_combine($head, $row), $rows),
                    ...$told === null ? [] : [['password' => $told]],
                ],
                $head,
                $rows,
            );
            $told === null || $this->option('format') !== 'table' || $this->line("The password is {$told}; it is not told again.");

            return self::SUCCESS;
        });
    }

    /** @return string|null a password that was made up */
    private function change(string $email, ?Role $role): ?string
    {
        $email = mb_strtolower($email);
        $person = User::query()->where('email', $email)->first();
        if ($person !== null) {
            $role === null
                ? throw new \InvalidArgumentException("{$email} has an account. Name another role with --role.")
                : $person->update(['role' => $role]);

            return null;
        }
        if (filter_var($email, FILTER_VALIDATE_EMAIL) === false) {
            throw new \InvalidArgumentException("\"{$email}\" is no e-mail address.");
        }
        $name = $this->argument('name');
        $password = $this->option('password') ?? Str::random(20);
        if (! is_string($name)) {
            throw new \InvalidArgumentException('Name the person too.');
        }
        $person = ['name' => $name, 'email' => $email, 'password' => $password];
        $wrong = Validator::make($person, ['password' => ['string', new GoodPassword()]])->errors()->first();
        if ($wrong !== '') {
            throw new \InvalidArgumentException($wrong);
        }
        User::query()->create([
            ...$person,
            // Who comes first keeps the house.
            'role' => $role ?? (User::query()->exists() ? Role::Reader : Role::Administrator),
        ]);

        return $this->option('password') === null ? (string) $password : null;
    }
}
