<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Security\Core\User\EquatableInterface;
use Symfony\Component\Security\Core\User\PasswordAuthenticatedUserInterface;
use Symfony\Component\Security\Core\User\UserInterface;

/** One person of the nursery: a hand, somebody who signs in, or both. */
#[ORM\Entity, ORM\Table(name: 'account')]
class Account implements UserInterface, PasswordAuthenticatedUserInterface, EquatableInterface
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    /** The day on which their access ended; what they did stays theirs, and no list offers them any more. */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    public ?\DateTimeImmutable $endedOn = null;

    /** Whether the password was given by somebody else, and does nothing but choose an own one. */
    #[ORM\Column]
    public bool $mustChange = false;

    /** One more each time that all are signed out who are signed in as this person. */
    #[ORM\Column]
    public int $door = 1;

    public function __construct(
        #[ORM\Column] public string $name,
        /** Null for somebody who does not sign in. */
        #[ORM\Column(nullable: true)] public ?string $signIn,
        #[ORM\Column] public Role $role,
        #[ORM\Column] public string $password = '',
    ) {
    }

    /** Whether they may sign in at all. */
    public function isLetIn(): bool
    {
        return $this->endedOn === null && $this->signIn !== null && $this->password !== '';
    }

    /** A password of their own, or one given to them; whoever is signed in as them is signed out. */
    public function passwordIs(string $hash, bool $given): void
    {
        [$this->password, $this->mustChange] = [$hash, $given];
        ++$this->door;
    }

    public function endOn(?\DateTimeImmutable $day): void
    {
        $this->endedOn = $day;
        ++$this->door;
    }

    public function isEqualTo(UserInterface $user): bool
    {
        return $user instanceof self && $this->id === $user->id && $this->door === $user->door && $this->role === $user->role && $this->isLetIn();
    }

    /** @return array{id: ?int, door: int, role: string, signIn: ?string, password: string, name: string} what a session keeps */
    public function __serialize(): array
    {
        // Whether somebody is let in is asked of the database each time; of the password, a session need not know more than that there is one.
        return ['id' => $this->id, 'door' => $this->door, 'role' => $this->role->value, 'signIn' => $this->signIn, 'password' => 'kept', 'name' => $this->name];
    }

    /** @param array<string, mixed> $kept as a session of this version keeps it; what another version kept is nobody */
    public function __unserialize(array $kept): void
    {
        $isOurs = is_int($kept['id'] ?? null) && is_int($kept['door'] ?? null) && is_string($kept['role'] ?? null);
        $this->id = $isOurs ? $kept['id'] : null;
        $this->door = $isOurs ? $kept['door'] : 0;
        $this->role = ($isOurs ? Role::tryFrom($kept['role']) : null) ?? Role::Viewer;
        $this->signIn = is_string($kept['signIn'] ?? null) ? $kept['signIn'] : null;
        $this->password = $isOurs ? 'kept' : '';
        $this->name = is_string($kept['name'] ?? null) ? $kept['name'] : '';
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
        return $this->signIn === null || $this->signIn === '' ? '?' : $this->signIn;
    }

    /** @return array{id: ?int, version: int, name: string, signIn: ?string, role: string, endedOn: ?string, mustChange: bool} */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'version' => $this->version, 'name' => $this->name, 'signIn' => $this->signIn, 'role' => $this->role->value,
            'endedOn' => $this->endedOn?->format('Y-m-d'), 'mustChange' => $this->mustChange,
        ];
    }
}
