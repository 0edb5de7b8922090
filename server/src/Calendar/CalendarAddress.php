<?php

declare(strict_types=1);

namespace WetCradle\Server\Calendar;

use Doctrine\ORM\Mapping as ORM;
use WetCradle\Server\Account\Account;

/** The private address by which a person's calendar asks for the work; whoever knows it may read that and nothing else. */
#[ORM\Entity, ORM\Table(name: 'calendar_address')]
class CalendarAddress
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    public function __construct(
        #[ORM\OneToOne] #[ORM\JoinColumn(nullable: false)] public Account $account,
        /** Its token as it is kept. */
        #[ORM\Column] public string $token,
        #[ORM\Column] public \DateTimeImmutable $at,
    ) {
    }

    public static function kept(#[\SensitiveParameter] string $token): string
    {
        return hash('sha256', $token);
    }
}
