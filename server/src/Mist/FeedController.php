<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\DBAL\Connection;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Http\Table;

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

    /** What the controllers are set to, all of them or the one of the device's zone; as a table for those that read no JSON. */
    #[Route('/api/feed/programmes', methods: ['GET'])]
    public function programmes(Request $request, #[CurrentUser] Device $device): Response
    {
        $this->isHeard($device);
        $zones = [];
        foreach ($this->programmes->set() as $set) {
            if ($device->zone === null || $device->zone === $set->zone) {
                $zones[] = ['zone' => $set->zone->name, 'at' => $set->at->format('Y-m-d H:i'), 'programme' => $set->core()->toArray()];
            }
        }

        return $request->getPreferredFormat('json') === 'csv' ? self::table($zones) : new Answer(['zones' => $zones]);
    }

    /** @param list<array{zone: string, at: string, programme: array<string, mixed>}> $zones */
    private static function table(array $zones): Response
    {
        $mist = ['filmMm', 'refillShare', 'minMinutes', 'maxMinutes', 'night', 'nightMinutes', 'seconds', 'nozzles', 'litresAMinute'];
        $rest = ['humidity', 'medium', 'air', 'shade', 'lightHours', 'ventTimes', 'ventFor'];
        $file = fopen('php://memory', 'r+') ?: throw new \LogicException('There is memory.');
        Table::row($file, ['zone', 'at', ...$mist, ...$rest]);
        $cell = static fn (mixed $value): string|int|float|null => is_scalar($value) ? (is_bool($value) ? (int) $value : $value) : null;
        foreach ($zones as ['zone' => $zone, 'at' => $at, 'programme' => $programme]) {
            $valve = is_array($programme['mist']) ? $programme['mist'] : [];
            Table::row($file, [
                $zone,
                $at,
                ...array_map(static fn (string $name) => $cell($valve[$name] ?? null), $mist),
                ...array_map(static fn (string $name) => $cell($programme[$name] ?? null), $rest),
            ]);
        }
        rewind($file);

        return new Response((string) stream_get_contents($file), 200, ['Content-Type' => 'text/csv; charset=UTF-8']);
    }

    /** A device that only asks is heard too; nothing else rests on when, and no picture of it is kept. */
    private function isHeard(Device $device): void
    {
        $this->db->executeStatement('UPDATE device SET seen_at = ? WHERE id = ?', [$this->today->now()->format('Y-m-d H:i:s'), $device->id]);
    }
}
