<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\PasswordHasher\Hasher\PasswordHasherFactoryInterface;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use Symfony\Component\Security\Core\User\UserInterface;
use Symfony\Component\Security\Core\User\UserProviderInterface;

/**
 * Who may sign in, and who of those that are signed in still may.
 *
 * @implements UserProviderInterface<Account>
 */
final class Accounts implements UserProviderInterface
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly PasswordHasherFactoryInterface $hashers)
    {
    }

    public function loadUserByIdentifier(string $identifier): Account
    {
        $account = $this->em->getRepository(Account::class)->findOneBy(['signIn' => $identifier]);
        if ($account === null || !$account->isLetIn()) {
            // A name that nobody has takes as long as a password that is wrong, so that names cannot be guessed by the clock.
            $this->hashers->getPasswordHasher(Account::class)->hash($identifier);
            throw new UserNotFoundException();
        }

        return $account;
    }

    public function refreshUser(UserInterface $user): Account
    {
        $account = $user instanceof Account ? $this->em->find(Account::class, (int) $user->id) : null;

        return $account === null || !$account->isLetIn() ? throw new UserNotFoundException() : $account;
    }

    public function supportsClass(string $class): bool
    {
        return $class === Account::class;
    }
}
