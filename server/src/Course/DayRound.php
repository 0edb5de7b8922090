<?php

declare(strict_types=1);

namespace WetCradle\Server\Course;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use WetCradle\Core\Course\WeanState;
use WetCradle\Core\Plan\Due;
use WetCradle\Core\Plan\Job;
use WetCradle\Core\Plan\Outlook;
use WetCradle\Server\Calendar\Outlooks;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Tags;

/** What stands in trays asks for on a day: steps of weaning, and checks. What is overdue is today's, and stands first. */
final class DayRound
{
    public function __construct(
        private readonly Connection $db,
        private readonly Outlooks $outlooks,
        private readonly Tags $tags,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /** @return array{wean: list<array<string, mixed>>, checks: list<array<string, mixed>>} */
    public function on(\DateTimeImmutable $day): array
    {
        $house = $this->house->defaults();
        $found = [];
        foreach ($this->outlooks->all() as $outlook) {
            foreach (array_filter([$outlook->wean($house), $outlook->next($house)]) as $due) {
                if (($due->job === Job::Wean || $due->job === Job::Check) && $this->isOf($due->on, $day)) {
                    $found[] = [$outlook, $due];
                }
            }
            foreach ($outlook->weaning->steps ?? [] as $step) {
                if ($step->state === WeanState::Done && $step->on->format('Y-m-d') === $day->format('Y-m-d')) {
                    $found[] = [$outlook, $outlook->weanedOn($step)];
                }
            }
        }
        $order = static fn (array $one): array => [$one[1]->on, $one[0]->batch, $one[0]->line, $one[1]->step];
        usort($found, static fn (array $a, array $b) => $order($a) <=> $order($b));
        $tags = $this->tags->byCode(array_values(array_unique(array_map(static fn (array $one) => $one[0]->batch, $found))));
        $said = [Job::Wean->value => [], Job::Check->value => []];
        $weaned = $this->placesOnceWeaned(array_keys($tags));
        foreach ($found as [$outlook, $due]) {
            // It is carried as its weaning begins.
            $goesTo = $due->step === 1 ? $weaned[$outlook->batch] ?? null : null;
            $said[$due->job->value][] = self::say($outlook, $due, $day) + ['goesTo' => $goesTo, 'tag' => $tags[$outlook->batch]];
        }

        return ['wean' => $said[Job::Wean->value], 'checks' => $said[Job::Check->value]];
    }

    /**
     * @param list<string> $codes
     *
     * @return array<string, string> the zone to which a batch goes on the day on which it is weaned, by code
     */
    private function placesOnceWeaned(array $codes): array
    {
        return Row::pairs($this->db, 'SELECT b.code, z.name FROM batch_moves_on m JOIN batch b ON b.id = m.batch_id JOIN zone z ON z.id = m.zone_id
            WHERE m.from_day = b.wean_on AND b.code IN (?)', [$codes], [ArrayParameterType::STRING]);
    }

    private function isOf(\DateTimeImmutable $due, \DateTimeImmutable $day): bool
    {
        $isToday = $day->format('Y-m-d') === $this->today->day()->format('Y-m-d');

        return $due->format('Y-m-d') === $day->format('Y-m-d') || ($isToday && $due < $day);
    }

    /** @return array<string, mixed> */
    private static function say(Outlook $outlook, Due $due, \DateTimeImmutable $day): array
    {
        $step = $due->step === null ? null : $outlook->weaning->steps[$due->step - 1] ?? null;

        return [
            'batch' => $outlook->batch,
            'line' => $outlook->line,
            'count' => $outlook->stuck + $outlook->rooted,
            'due' => $due->on->format('Y-m-d'),
            'daysLate' => max(0, (int) $due->on->diff($day)->format('%r%a')),
            'why' => $due->why,
            'step' => $due->step,
            'done' => $step?->state === WeanState::Done,
        ];
    }
}
