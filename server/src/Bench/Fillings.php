<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Filled;
use WetCradle\Core\Bench\Filling;
use WetCradle\Core\Bench\Leg;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Plan\MoveReader;
use WetCradle\Server\Plan\Moves;

/** Puts the house to the core to be filled, a round of the search at a time; what it finds can be made as moves. */
final class Fillings
{
    private const STEPS = 12_000;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly Pots $pots,
        private readonly FillStays $stays,
        private readonly FillWords $words,
        private readonly Moves $moves,
        private readonly Today $today,
    ) {
    }

    /** @return array<string, mixed> */
    public function fill(FillAsk $ask): array
    {
        $house = FillHouse::read($this->em, $this->tenants, $this->pots, $this->today->day(), $ask->whatIf === 'bench');
        $held = [];
        do {
            [$stays, $standing, $now] = $this->stays->of($ask, $house, $held);
            $filling = new Filling(FillHouse::WEEKS, $house->spaces(), $stays, $standing, $ask->round);
            $filling->from($this->before($ask, $house, $now));
            $more = $filling->improve(self::STEPS);
            $filled = $filling->filled();
            $changes = $this->changes($ask, $house, $filled, $now);
            // What is only supposed can be planned only in supposing.
            $refused = $ask->whatIf === null && $ask->stage !== 'weaning' ? $this->refused($changes) : [];
            foreach ($refused as $code) {
                $held[$code] = ($held[$code] ?? 0) + 1;
            }
        } while ($refused !== []);

        return $this->words->say($ask, $house, $filling, $filled, $changes, $now, $more);
    }

    /**
     * @param array<string, array{space: int, from: int}> $now
     *
     * @return array<string, array{space: int, from: int}>
     */
    private function before(FillAsk $ask, FillHouse $h, array $now): array
    {
        foreach ($ask->before as $code => ['zone' => $zone, 'week' => $week]) {
            $space = $h->numberOf($zone);
            if ($space !== null) {
                $now[$code] = ['space' => $space, 'from' => $h->from->until($week)];
            }
        }

        return $now;
    }

    /**
     * What would change, as moves that can be made.
     *
     * @param array<string, array{space: int, from: int}> $now
     *
     * @return array<string, array<string, mixed>> by code
     */
    private function changes(FillAsk $ask, FillHouse $h, Filled $filled, array $now): array
    {
        $changes = [];
        foreach ($filled->placed as $code => $legs) {
            $was = $now[$code] ?? null;
            if (count($legs) > 1 || $was === null || $was['space'] !== $legs[0]->space || $was['from'] !== $legs[0]->from) {
                $changes[$code] = self::move($h, $code, $legs, $ask);
            }
        }

        return $changes;
    }

    /**
     * @param list<Leg> $legs
     *
     * @return array<string, mixed> a move that lays the batch so
     */
    public static function move(FillHouse $h, string $code, array $legs, FillAsk $ask): array
    {
        $batch = $h->batches[$code];
        $first = $legs[0];
        $zone = (int) $h->zones[$first->space]->id;
        $seen = $batch->asSeen();
        if ($ask->stage === 'potted') {
            return $seen + ['pots' => ['zone' => $zone, 'spaced' => $ask->spaced]];
        }
        if ($batch->isStuck()) {
            return $seen + ['zone' => $zone, 'on' => $h->monday($first->from)];
        }
        if ($ask->stage === 'weaning') {
            return $seen + ['then' => ['zone' => $zone, 'on' => $h->monday($first->from)]];
        }
        $move = $seen + ['stickOn' => $h->dayOf($batch, $first->from - $h->weekOf($batch->stickOn))->format('Y-m-d')];
        $beside = array_values(array_filter($legs, static fn (Leg $leg) => $leg->from === $first->from));

        return $move + match (true) {
            count($beside) > 1 => ['parts' => array_map(static fn (Leg $leg) => ['zone' => (int) $h->zones[$leg->space]->id, 'trays' => $leg->trays], $beside)],
            isset($legs[1]) => ['zone' => $zone, 'then' => ['zone' => (int) $h->zones[$legs[1]->space]->id, 'on' => $h->monday($legs[1]->from)]],
            default => ['zone' => $zone],
        };
    }

    /**
     * Moves that could not be made together after all: stock gives to each alone, but not to all.
     *
     * @param array<string, array<string, mixed>> $changes
     *
     * @return list<string> codes
     */
    private function refused(array $changes): array
    {
        $tried = $this->moves->try(MoveReader::all(array_values($changes)))['batches'];

        return array_values(array_unique(array_column(array_filter($tried, static fn (array $one) => in_array(true, array_column($one['breaks'], 'hard'), true)), 'code')));
    }
}
