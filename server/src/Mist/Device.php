<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Security\Core\User\UserInterface;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Bench\Zone;

/** A sensor or a controller that was let in by its token, and can do nothing but say readings and ask for programmes. */
#[ORM\Entity, ORM\Table(name: 'device')]
class Device implements UserInterface
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;
    #[ORM\Column(nullable: true)]
    public ?\DateTimeImmutable $seenAt = null;
    #[ORM\Column(nullable: true)]
    public ?\DateTimeImmutable $withdrawnAt = null;

    public function __construct(
        #[ORM\Column] public string $name,
        /** The zone of what it says where it names none. */
        #[ORM\ManyToOne] public ?Zone $zone,
        /** As it is kept: nobody can read the token itself from it. */
        #[ORM\Column] public string $token,
        #[ORM\Column] public \DateTimeImmutable $at,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
    ) {
    }

    public static function kept(#[\SensitiveParameter] string $token): string
    {
        return hash('sha256', $token);
    }

    /** @return array{id: ?int, name: string, zone: ?int, zoneName: ?string, at: string, by: string, seenAt: ?string, withdrawn: bool} */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'name' => $this->name, 'zone' => $this->zone?->id, 'zoneName' => $this->zone?->name, 'at' => $this->at->format('Y-m-d'),
            'by' => $this->by->name, 'seenAt' => $this->seenAt?->format('Y-m-d H:i'), 'withdrawn' => $this->withdrawnAt !== null,
        ];
    }

    public function getRoles(): array
    {
        return ['ROLE_DEVICE'];
    }

    public function eraseCredentials(): void
    {
    }

    public function getUserIdentifier(): string
    {
        return 'device '.$this->id;
    }
}
