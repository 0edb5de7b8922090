<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use WetCradle\Core\Book\Losses;
use WetCradle\Core\Book\State;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Refused;
use WetCradle\Server\Book\Acts;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Move;
use WetCradle\Server\Plan\Moves;
use WetCradle\Server\Plan\Versions;

/** What was chosen for plants that are unrooted still, done and booked. */
final class WaitChoice
{
    public function __construct(
        private readonly Waiting $waiting,
        private readonly WaitOptions $options,
        private readonly Acts $acts,
        private readonly Moves $moves,
        private readonly Versions $versions,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * Does what is chosen, and books it. Must run inside a transaction.
     *
     * @param ?int $zone where it goes, of `cooler`
     */
    public function make(Line $line, WaitOrDo $what, ?int $zone): void
    {
        $batch = $line->batch;
        ['unrooted' => $unrooted, 'waitWeeks' => $weeks, 'options' => $options] = $this->waiting->view($line, null, null);
        $option = array_column($options, null, 'kind')[$what->value];
        if (!$option['possible']) {
            throw Refused::because('not_possible', 'kind', ucfirst($option['words']));
        }
        $day = $this->today->day();
        switch ($what) {
            case WaitOrDo::Clear:
                $this->acts->lose($line, $day, State::Stuck, Losses::of(['unrooted' => $unrooted]));
                break;
            case WaitOrDo::Dip:
                $this->acts->changeMethod($line, $day, State::Stuck, $unrooted, $batch->method, $batch->material);
                break;
            case WaitOrDo::Cooler:
                if (!in_array($zone, array_column($option['zones'], 'id'), true)) {
                    throw Refused::because('unknown', 'zone', 'Choose one of the zones that can take it.');
                }
                $this->versions->keep(sprintf('Before: %s to a cooler place', $batch->code), true, [$batch->code]);
                $this->moves->apply([new Move($batch->code, null, null, $zone, 'zone', null, $day)]);
                break;
            case WaitOrDo::Wait:
                $this->versions->keep(sprintf('Before: waiting for %s', $batch->code), true, [$batch->code]);
                $this->moves->apply([new Move($batch->code, null, $this->heldFor($batch, $this->options->waitsUntil($batch, $weeks)), null, 'kind')]);
        }
    }

    /** Days that it is held so that it stands until then. */
    private function heldFor(Batch $batch, \DateTimeImmutable $until): int
    {
        return max(
            $batch->days->heldDays,
            min($this->house->defaults()->whole(HouseDefault::HeldAtMost), $batch->days->heldDays + (int) $batch->days->potOn->diff($until)->format('%r%a')),
        );
    }
}
