<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\DBAL\Connection;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;

/** What devices ask and say, each with its token: readings in, programmes out. */
final class FeedController
{
    public function __construct(
        private readonly ReadingsSent $sent,
        private readonly Programmes $programmes,
        private readonly Connection $db,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/feed/readings', methods: ['POST'], defaults: [SentOnce::OWN_KEY => true])]
    public function readings(Request $request, #[CurrentUser] Device $device): Answer
    {
        $told = $this->sent->take($request, $device->zone?->name);
        $this->isHeard($device);

        return new Answer($told);
    }

    /** What the controllers are set to: all of them, or the one of the device's zone. */
    #[Route('/api/feed/programmes', methods: ['GET'])]
    public function programmes(#[CurrentUser] Device $device): Answer
    {
        $this->isHeard($device);
        $zones = [];
        foreach ($this->programmes->set() as $set) {
            if ($device->zone === null || $device->zone === $set->zone) {
                $zones[] = ['zone' => $set->zone->name, 'at' => $set->at->format('Y-m-d H:i'), 'programme' => $set->core()->toArray()];
            }
        }

        return new Answer(['zones' => $zones]);
    }

    /** A device that only asks is heard too; nothing else rests on when, and no picture of it is kept. */
    private function isHeard(Device $device): void
    {
        $this->db->executeStatement('UPDATE device SET seen_at = ? WHERE id = ?', [$this->today->now()->format('Y-m-d H:i:s'), $device->id]);
    }
}
