<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;

/** Makes an account from typed fields. */
final class NewAccount
{
    private const SHORTEST_PASSWORD = 10;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly UserPasswordHasherInterface $hasher,
    ) {
    }

    /** @param ?Role $role null to read it from the fields */
    public function from(Fields $in, ?Role $role = null): Account
    {
        $account = new Account($in->text('name', 120), $in->text('signIn', 120), $role ?? $in->choice('role', Role::class));
        $password = $in->text('password', 500, self::SHORTEST_PASSWORD);
        if ($this->em->getRepository(Account::class)->findOneBy(['signIn' => $account->signIn]) !== null) {
            throw Refused::because('taken', 'signIn', sprintf('Somebody already signs in as %s.', $account->signIn));
        }
        $account->password = $this->hasher->hashPassword($account, $password);
        $this->em->persist($account);

        return $account;
    }
}
