<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Records\Cells;
use WetCradle\Core\Records\Kind;
use WetCradle\Core\Records\LookAlike;
use WetCradle\Core\Refused;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Account\NewAccount;
use WetCradle\Server\Account\Role;

/** People: who has a name to sign in by is let in once they are given a password, one by one. */
final class BringPeople implements Bringer
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly NewAccount $new)
    {
    }

    public function kind(): Kind
    {
        return Kind::People;
    }

    public function known(): array
    {
        $known = [];
        foreach ($this->em->getRepository(Account::class)->findBy(['endedOn' => null]) as $account) {
            $known[(string) $account->id] = $account->name;
        }

        return ['name' => $known];
    }

    public function mayBeNew(): array
    {
        return ['name'];
    }

    public function read(Cells $cells, Meant $meant, BroughtIn $from, int $line): array
    {
        $name = $cells->words('name');
        if ($meant->keyOrNew('name', $name) !== BroughtIn::NEW) {
            throw Refused::because('there', 'name', Fact::of('refused.brought_in.known', written: $name));
        }
        $account = $this->new->read(Fields::of([
            'name' => $name,
            'signIn' => $cells->wordsOrNull('signIn'),
            'role' => $cells->has('role') ? $cells->oneOf('role', array_column(Role::cases(), 'value')) : Role::Hand->value,
        ]));
        $signIn = $account->signIn === null ? [] : ['signIn' => $account->signIn];

        return ['claims' => ['name' => LookAlike::plain($name)] + $signIn, 'says' => $name, 'make' => static fn () => $account];
    }
}
