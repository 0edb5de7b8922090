<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use WetCradle\Core\Rooting\DaysToRoot;
use WetCradle\Server\Crops\Ways;

/** How many days each way takes to root here, beside what its sheet says now. */
final class WayDays
{
    public function __construct(private readonly Ways $ways, private readonly Speeds $speeds)
    {
    }

    /** @return list<array<string, mixed>> those first that are another than their sheet by more than chance, the farthest off first */
    public function all(): array
    {
        $own = $this->speeds->own();
        $found = [];
        foreach ($this->ways->crops() as $crop) {
            foreach ($crop->ways as $way) {
                $batches = $own[(int) $way->id] ?? [];
                $sheet = $way->core();
                $days = DaysToRoot::of($sheet->reckoning->rooting, $sheet->care->warmth->pace(), array_values($batches));
                if ($days === null) {
                    continue;
                }
                $found[] = [
                    'crop' => $crop->slug, 'name' => $crop->name, 'way' => (int) $way->id, 'wayName' => $way->name, 'isDifference' => $days->isDifference,
                    'times' => round($days->times, 4), 'sheet' => [$days->sheet->low, $days->sheet->high],
                    'learnt' => [$days->learnt->low, $days->learnt->high], 'next' => [round($days->next->low, 1), round($days->next->high, 1)],
                    'batches' => array_map(
                        static fn (string $code, float $half) => ['code' => $code, 'days' => round($half, 1)],
                        array_keys($batches),
                        $days->halves,
                    ),
                ];
            }
        }
        $farOff = static fn (array $way) => [$way['isDifference'], abs(log($way['times']))];
        usort($found, static fn (array $a, array $b) => [$farOff($b), $a['name']] <=> [$farOff($a), $b['name']]);

        return $found;
    }
}
