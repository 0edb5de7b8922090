<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Security\Core\User\PasswordAuthenticatedUserInterface;
use Symfony\Component\Security\Core\User\UserInterface;

/** One person who signs in. */
#[ORM\Entity, ORM\Table(name: 'account')]
class Account implements UserInterface, PasswordAuthenticatedUserInterface
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    public function __construct(
        #[ORM\Column] public string $name,
        #[ORM\Column] public string $signIn,
        #[ORM\Column] public Role $role,
        #[ORM\Column] public string $password = '',
    ) {
    }

    public function getPassword(): string
    {
        return $this->password;
    }

    /** @return list<string> */
    public function getRoles(): array
    {
        return ['ROLE_'.strtoupper($this->role->value)];
    }

    public function eraseCredentials(): void
    {
    }

    /** @return non-empty-string */
    public function getUserIdentifier(): string
    {
        return $this->signIn === '' ? '?' : $this->signIn;
    }

    /** @return array{id: ?int, version: int, name: string, signIn: string, role: string} */
    public function toArray(): array
    {
        return ['id' => $this->id, 'version' => $this->version, 'name' => $this->name, 'signIn' => $this->signIn, 'role' => $this->role->value];
    }
}
