<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Plan\LastDay;
use WetCradle\Core\Plan\OrderOutlook;
use WetCradle\Core\Plan\StickAgain;
use WetCradle\Core\Plan\StickNumbers;
use WetCradle\Core\Refused;
use WetCradle\Server\Bench\FreeBerths;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\TrayKind;
use WetCradle\Server\Plan\Wants;
use WetCradle\Server\Rates\CropHistory;
use WetCradle\Server\Rates\Learning;
use WetCradle\Server\Stock\Yards;

/** Which orders will be short by what is known today, and what can still be done for them. */
final class Shortfalls
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Pools $pools,
        private readonly Wants $wants,
        private readonly CropHistory $history,
        private readonly Learning $learning,
        private readonly Windows $windows,
        private readonly Yards $yards,
        private readonly FreeBerths $berths,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * How each order stands that is planned or under way and not yet done.
     *
     * @param ?int $only    one order
     * @param bool $overdue with those that were due before this week
     *
     * @return array<int, OrderOutlook> by order
     */
    public function outlooks(?int $only = null, bool $overdue = false): array
    {
        $outlooks = [];
        foreach ($this->pools->all($only, $overdue) as $pool) {
            $outlooks += $pool->outlooks();
        }
        ksort($outlooks);

        return $outlooks;
    }

    /** The last day on which sticking again could still help an order, whatever the stock says; null when none could. */
    public function lastDay(Wanted $wanted): ?\DateTimeImmutable
    {
        $last = null;
        foreach ($wanted->crop->ways as $way) {
            $when = $this->whenAgain($wanted, $way);
            $last = max($last, $when->last);
        }

        return $last;
    }

    /**
     * What can still be done for an order, possible or not, each with its last day or the reason.
     *
     * @return array<string, mixed>
     */
    public function remedies(Wanted $wanted): array
    {
        $outlook = $this->outlooks((int) $wanted->id)[(int) $wanted->id] ?? OrderOutlook::of($wanted->plants, 0, []);
        $short = max(1, $outlook->missing());
        $again = array_map(fn (Way $way) => $this->again($wanted, $way, $short), array_values($wanted->crop->ways->toArray()));
        usort($again, static fn (array $a, array $b) => [$b['possible'], $a['last'] ?? '9'] <=> [$a['possible'], $b['last'] ?? '9']);

        return [
            'outlook' => self::say($outlook),
            'again' => $again,
            'buyIn' => $short,
            'buyInBy' => $this->buyInBy($wanted, $short)?->format('Y-m-d'),
            'due' => $wanted->ready()->monday()->format('Y-m-d'),
            'customer' => $wanted->customer?->name,
        ];
    }

    /** The last day to order liners; null where nobody sells them, or they would never grow to ready here. */
    private function buyInBy(Wanted $wanted, int $short): ?\DateTimeImmutable
    {
        try {
            return $this->wants->of($wanted, $short)->linersBy()['orderBy'] ?? null;
        } catch (Refused) {
            return null;
        }
    }

    private function whenAgain(Wanted $wanted, Way $way): StickAgain
    {
        $times = $this->house->timetable()->usual($way->leaving($wanted->pot->leaving()));

        return StickAgain::for($this->windows->of($way), $times, $wanted->ready(), $this->today->day());
    }

    /** @return array<string, mixed> */
    private function again(Wanted $wanted, Way $way, int $short): array
    {
        $sheet = $way->leaving($wanted->pot->leaving());
        $when = $this->whenAgain($wanted, $way);
        $said = [
            'way' => $way->id, 'name' => $way->name, 'possible' => $when->isPossible(), 'words' => $when->words,
            'from' => $when->from?->format('Y-m-d'), 'last' => $when->last?->format('Y-m-d'), 'stick' => null, 'trays' => null,
            'chance' => null, 'block' => null, 'material' => null,
        ];
        if ($when->from === null) {
            return $said;
        }
        $kind = $this->em->find(TrayKind::class, $sheet->setting->trayKind) ?? throw new \LogicException('A sheet names a kind of tray.');
        $rate = $this->history->rateOf($way)->forNewBatch;
        try {
            $numbers = StickNumbers::forGood(
                $short,
                [$rate, $sheet->comesThroughHere()],
                $this->house->defaults()->number(HouseDefault::SureOfPlan),
                $sheet->setting->plantsIn($kind->cells),
                $sheet->setting->together(),
                $this->learning->nursery()->mishap->chance,
            )->toArray();
        } catch (Refused $refused) {
            return ['possible' => false, 'words' => Fact::said($refused->says)] + $said;
        }
        $yard = $this->yards->all([$wanted->crop])->only($wanted->crop->name, $wanted->onlyFrom());
        $material = fn (\DateTimeImmutable $day) => $yard->gather($wanted->crop->name, (int) $way->id, $day, (int) $numbers['chosen']['inTrays']);
        $best = $material($when->from);
        $positions = $kind->positionsOf((int) $numbers['chosen']['trays']);
        $berths = $this->berths->all();
        $isFree = static function (\DateTimeImmutable $day) use ($berths, $sheet, $positions, $wanted): bool {
            $berth = $berths->best($sheet, $day, $positions);

            return $berth->isFree() && $berth->isInTimeFor($wanted->ready());
        };
        $last = LastDay::toStick(
            $this->windows->of($way),
            $this->house->timetable()->usual($sheet),
            $wanted->ready(),
            $this->today->day(),
            static fn (\DateTimeImmutable $day) => ($material($day)?->isEnough() ?? false) && $isFree($day),
        );

        return [
            'last' => $last->format('Y-m-d'),
            'words' => $when->until($last, $this->today->day()),
            'stick' => $numbers['chosen']['inTrays'],
            'trays' => $numbers['chosen']['trays'],
            'chance' => $numbers['chosen']['chanceInTrays'],
            'block' => $best?->first->source->code,
            'material' => $best?->words() ?? 'No stock block of this crop.',
            'possible' => $best?->isEnough() ?? false,
        ] + $said;
    }

    /**
     * @return array{
     *     chance: float, enough: float, inTime: float, weeksLate: int, expected: int, sent: int, ready: int, coming: int, short: int,
     *     isShort: bool, words: Fact,
     * }
     */
    public static function say(OrderOutlook $outlook): array
    {
        return [
            'chance' => $outlook->met(), 'enough' => $outlook->chance(), 'inTime' => $outlook->inTime(), 'weeksLate' => $outlook->weeksLate(),
            'expected' => (int) round($outlook->expected), 'sent' => $outlook->sent,
            'ready' => $outlook->ready, 'coming' => $outlook->coming(), 'short' => $outlook->short(), 'isShort' => $outlook->isShort(),
            'words' => $outlook->words(),
        ];
    }
}
