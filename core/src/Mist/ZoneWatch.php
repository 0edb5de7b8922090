<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;

/** What is wrong in a zone, by what its sensors said of late and what its controller is set to. */
final class ZoneWatch
{
    /** Minutes of readings that it needs to look at. */
    public const LOOKS_BACK = 48 * 60;
    /** Of a firing, what wets a leaf that has dried. */
    private const WETS = 0.5;
    /** Times as long a medium may stand still. */
    private const STANDS_STILL = 4;
    /** Times the most that can have been asked for, from which a valve stands open. */
    private const OPEN = 1.5;

    /**
     * @param list<Reading>           $readings of the last two days, in order
     * @param non-empty-list<AirHour> $usual    hours of a usual day at this time
     * @param \Closure(int): int      $hourOf   the hour of the day, 0 to 23, of a minute since 1970
     */
    private function __construct(
        private readonly ZoneProgramme $set,
        private readonly array $readings,
        private readonly array $usual,
        private readonly \Closure $hourOf,
        private readonly int $now,
        private readonly HouseDefaults $house,
    ) {
    }

    /**
     * @param list<Reading>           $readings of the last two days, in order
     * @param non-empty-list<AirHour> $usual    hours of a usual day at this time
     * @param \Closure(int): int      $hourOf   the hour of the day, 0 to 23, of a minute since 1970
     * @param int                     $now      minute since 1970
     * @param ?ZoneProgramme          $set      what its controller is set to; null where nobody has said it, and only sensors are watched
     *
     * @return list<Alarm> the most urgent first; none where no sensor ever said anything
     */
    public static function alarms(?ZoneProgramme $set, array $readings, array $usual, \Closure $hourOf, int $now, HouseDefaults $house): array
    {
        $watch = new self($set ?? ZoneProgramme::off(), $readings, $usual, $hourOf, $now, $house);
        $last = $readings === [] ? null : $readings[count($readings) - 1];
        if ($last === null) {
            return [];
        }
        $silent = $watch->silent($last);
        if ($silent !== null) {
            // Of a zone that says nothing, nothing else is known.
            return [$silent];
        }
        $alarms = array_values(array_filter([
            ...$set === null ? [] : $watch->water(),
            $watch->off(Quantity::Medium, $set?->medium, 1.0, $house->number(HouseDefault::MediumOff), AlarmKind::MediumHot),
            $watch->off(Quantity::Medium, $set?->medium, -1.0, $house->number(HouseDefault::MediumOff), AlarmKind::MediumCold),
            $watch->off(Quantity::Air, $set?->air, 1.0, $house->number(HouseDefault::AirOff), AlarmKind::AirHot),
            $watch->off(Quantity::Air, $set?->air, -1.0, $house->number(HouseDefault::AirOff) / 2.0, AlarmKind::AirCold),
            $watch->tooDry(),
            $watch->sensorGone(),
            $watch->stuck(),
        ]));
        $order = AlarmKind::cases();
        usort($alarms, static fn (Alarm $a, Alarm $b) => array_search($a->kind, $order, true) <=> array_search($b->kind, $order, true));

        return $alarms;
    }

    /** Minutes after which what was said last says nothing any more. */
    private function patience(): int
    {
        return (int) ceil($this->house->number(HouseDefault::ReadingEvery) * $this->house->number(HouseDefault::StaleAfter));
    }

    /** One of its sensors that said something within these days and does no more, while others do. */
    private function sensorGone(): ?Alarm
    {
        foreach (Quantity::cases() as $quantity) {
            $minute = $this->newest($quantity)?->minute;
            if ($minute !== null && $this->now - $minute > $this->patience()) {
                $says = Fact::of('alarm.silent.sensor', quantity: $quantity->words(), minutes: $this->now - $minute);

                return new Alarm(AlarmKind::Silent, $minute, $says, null);
            }
        }

        return null;
    }

    private function silent(Reading $last): ?Alarm
    {
        return $this->now - $last->minute <= $this->patience()
            ? null
            : new Alarm(AlarmKind::Silent, $last->minute, Fact::of('alarm.silent.says', minutes: $this->now - $last->minute), null);
    }

    /** @return list<Alarm> a valve that does not fire though the film is gone, or that runs though nobody asked it */
    private function water(): array
    {
        $mist = $this->set->mist;
        $litres = $mist?->litresPerFiring() ?? 0.0;
        $film = $full = $mist->filmMm ?? 0.0;
        $dryFrom = $openFrom = $before = null;
        $hasFlow = false;
        foreach ($this->readings as $reading) {
            $minutes = min(Intake::GAP, $before === null ? 0 : $reading->minute - $before);
            $before = $reading->minute;
            $flow = $reading->of(Quantity::Flow);
            $hasFlow = $hasFlow || $flow !== null;
            $film = max(0.0, $film - $minutes / 60.0 * $this->over($reading)->evaporation());
            $through = ($flow ?? 0.0) * $minutes;
            // A film programme fires within a reading's time as often as its shortest gap allows.
            $asked = $mist === null || !$mist->wetsDryLeavesAt($this->isDay($reading->minute))
                ? 0.0
                : $litres * max(1.0, ceil($minutes / max(1, $mist->minMinutes)));
            $isOpen = $through > self::OPEN * $asked && $through > 0.0;
            $openFrom = $isOpen ? $openFrom ?? $reading->minute - $minutes : null;
            $isDry = $film <= MistDay::DRY && $through < self::WETS * $litres;
            // Less than a firing gives wets less than a leaf: nozzles can be blocked.
            $film = $litres > 0.0 ? min($full, $film + $full * $through / $litres) : $film;
            $dryFrom = $isDry ? $dryFrom ?? $reading->minute : null;
        }
        $last = $this->readings[count($this->readings) - 1];
        $alarms = [];
        if ($mist !== null && $hasFlow && $dryFrom !== null && $mist->wetsDryLeavesAt($this->isDay($last->minute))) {
            $hours = HoursAhead::from($this->usual, ($this->hourOf)($last->minute), $last, $this->house->number(HouseDefault::LeafTakesLight));
            $harm = MistFailure::from(
                $hours,
                60 * ($this->hourOf)($last->minute),
                $mist->filmMm * 1e-6,
                max(1e-6, $this->house->number(HouseDefault::LeafSpare) - $this->spentSince($dryFrom)),
                $this->house->number(HouseDefault::BareLeafLoses),
            )->wiltingAfter;
            $says = Fact::of('alarm.no_firing.says', minutes: $this->now - $dryFrom);
            $alarms[] = new Alarm(AlarmKind::NoFiring, $dryFrom, $says, $harm);
        }
        if ($openFrom !== null) {
            $says = Fact::of('alarm.flow_unasked.says', litres: round($last->of(Quantity::Flow) ?? 0.0, 1));
            $alarms[] = new Alarm(AlarmKind::FlowUnasked, $openFrom, $says, null);
        }

        return $alarms;
    }

    /** mm that a leaf without a film has lost since a minute. */
    private function spentSince(int $minute): float
    {
        $lost = 0.0;
        $before = $minute;
        foreach ($this->readings as $reading) {
            if ($reading->minute > $minute) {
                $lost += min(Intake::GAP, $reading->minute - $before) / 60.0 * $this->over($reading)->evaporation();
                $before = $reading->minute;
            }
        }

        return $lost * $this->house->number(HouseDefault::BareLeafLoses);
    }

    /** The air over the leaves as it was measured, and as usual in what was not. */
    private function over(Reading $reading): AirHour
    {
        $usual = $this->usual[($this->hourOf)($reading->minute)] ?? $this->usual[0];
        $light = $reading->of(Quantity::Light);

        return AirHour::of(
            $reading->of(Quantity::Air) ?? $usual->air,
            min(100.0, $reading->of(Quantity::Humidity) ?? $usual->humidity),
            $light === null ? $usual->netRadiation : $light * $this->house->number(HouseDefault::LeafTakesLight),
            $usual->wind,
        );
    }

    private function isDay(int $minute): bool
    {
        return ($this->usual[($this->hourOf)($minute)] ?? $this->usual[0])->netRadiation > 0.0;
    }

    /**
     * Too warm or too cool for as long as it is said.
     *
     * @param float $sign 1 where warmer is meant, −1 where cooler is
     * @param float $by   °C
     */
    private function off(Quantity $quantity, ?float $set, float $sign, float $by, AlarmKind $kind): ?Alarm
    {
        $since = $set === null ? null : $this->heldSince($quantity, static fn (float $value) => $sign * ($value - $set) > $by);

        return $since === null || $set === null ? null : new Alarm($kind, $since, Fact::of(
            "alarm.out.{$kind->value}", is: $this->warmth($quantity), set: Fact::warmth(Range::of($set, $set)),
        ), null);
    }

    private function tooDry(): ?Alarm
    {
        $set = $this->set->humidity;
        $by = $this->house->number(HouseDefault::HumidOff);
        $since = $set === null ? null : $this->heldSince(Quantity::Humidity, static fn (float $value) => $value / 100.0 < $set - $by);

        return $since === null || $set === null ? null : new Alarm(AlarmKind::TooDry, $since, Fact::of(
            'alarm.too_dry.says', is: (int) round($this->now(Quantity::Humidity) ?? 0.0), set: (int) round(100 * $set),
        ), null);
    }

    /** A sensor that says the very same for longer than anything stands still; a medium that is kept warm hardly moves. */
    private function stuck(): ?Alarm
    {
        foreach ([Quantity::Air, Quantity::Humidity, Quantity::Medium] as $quantity) {
            $for = $this->house->whole(HouseDefault::SameFor) * ($quantity === Quantity::Medium ? self::STANDS_STILL : 1);
            $value = $this->now($quantity);
            // Air that can hold no more stands at the top of what a sensor can say.
            if ($value === null || ($quantity === Quantity::Humidity && $value >= 99.0)) {
                continue;
            }
            $since = $this->since($quantity, static fn (float $one) => $one === $value);
            if ($since !== null && $this->now - $since >= $for) {
                $says = Fact::of('alarm.stuck.says', quantity: $quantity->words(), hours: intdiv($this->now - $since, 60));

                return new Alarm(AlarmKind::Stuck, $since, $says, null);
            }
        }

        return null;
    }

    /** @param \Closure(float): bool $is */
    private function heldSince(Quantity $quantity, \Closure $is): ?int
    {
        $since = $this->since($quantity, $is);

        return $since !== null && $this->now - $since >= $this->house->number(HouseDefault::OffFor) ? $since : null;
    }

    /**
     * The first minute of the readings up to the newest that are so without a break; null where the newest is not.
     *
     * @param \Closure(float): bool $is
     */
    private function since(Quantity $quantity, \Closure $is): ?int
    {
        if ($this->now($quantity) === null) {
            return null;
        }
        $since = null;
        foreach (array_reverse($this->readings) as $reading) {
            $value = $reading->of($quantity);
            if ($value !== null && !$is($value)) {
                break;
            }
            $since = $value === null ? $since : $reading->minute;
        }

        return $since;
    }

    private function newest(Quantity $quantity): ?Reading
    {
        foreach (array_reverse($this->readings) as $reading) {
            if ($reading->of($quantity) !== null) {
                return $reading;
            }
        }

        return null;
    }

    /** What it says now; null where it has said nothing of late. */
    private function now(Quantity $quantity): ?float
    {
        $newest = $this->newest($quantity);

        return $newest === null || $this->now - $newest->minute > $this->patience() ? null : $newest->of($quantity);
    }

    private function warmth(Quantity $quantity): Fact
    {
        $value = round($this->now($quantity) ?? 0.0, 1);

        return Fact::warmth(Range::of($value, $value));
    }
}
