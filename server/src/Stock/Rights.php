<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\CountedOn;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Database\Row;

/** Protected crops and their licences: what is used is counted from the book, by the licence's own rule. */
final class Rights
{
    /** @var ?array<int, list<HeldLicence>> by crop */
    private ?array $all = null;
    /** @var array<int, int> plants used, by licence */
    private array $counted = [];

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly Counts $counts,
    ) {
    }

    /** The licence that covers a crop on a day; null where none does. */
    public function covering(Crop $crop, \DateTimeImmutable $on): ?HeldLicence
    {
        foreach ($this->of($crop) as $licence) {
            if ($licence->core()->covers($on)) {
                return $licence;
            }
        }

        return null;
    }

    public function isProtected(Crop $crop): bool
    {
        return $crop->protectedBy !== null || $this->of($crop) !== [];
    }

    /** Why nothing may be taken for this crop on a day; null where it may. */
    public function against(Crop $crop, \DateTimeImmutable $on): ?string
    {
        if (!$this->isProtected($crop)) {
            return null;
        }
        $licence = $this->covering($crop, $on);
        if ($licence === null) {
            return sprintf(
                '%s is protected%s, and no licence covers %s.',
                $crop->name,
                $crop->protectedBy === null ? '' : ' for '.$crop->protectedBy,
                $on->format('j M Y'),
            );
        }

        return $licence->core()->left($this->used($licence), 0) > 0
            ? null
            : sprintf('Licence %s is used up: %d of %d plants.', $licence->number, $this->used($licence), $licence->plants);
    }

    /**
     * Refuses batches that would together go past their crop's licence, or for which there is none.
     *
     * @param list<Claim> $claims all that one act plans, moves or sticks
     *
     * @throws Refused for the field of the claim that is too much
     */
    public function mustAllow(array $claims): void
    {
        $codes = array_values(array_filter(array_map(static fn (Claim $claim) => $claim->batch, $claims)));
        foreach ($claims as $i => $claim) {
            if (!$this->isProtected($claim->crop)) {
                continue;
            }
            $licence = $this->covering($claim->crop, $claim->stickOn)
                ?? throw Refused::because('no_licence', $claim->field, (string) $this->against($claim->crop, $claim->stickOn));
            $others = array_filter($claims, static fn (Claim $other, int $k) => $k !== $i && $other->isUnder($licence), ARRAY_FILTER_USE_BOTH);
            $planned = $this->planned($licence, $codes) + array_sum(array_map(static fn (Claim $other) => $other->plants($licence), $others));
            $licence->core()->mustAllow($claim->plants($licence), $this->used($licence), $planned, $claim->field);
        }
    }

    /**
     * Why a batch that is only thought of may not be planned; null where it may.
     *
     * @param int $good what its orders want
     * @param int $more what is thought of besides what is planned; less than nothing where planned batches would go
     */
    public function whyNot(Crop $crop, \DateTimeImmutable $stickOn, int $cuttings, int $good, int $more): ?Fact
    {
        if (!$this->isProtected($crop)) {
            return null;
        }
        $licence = $this->covering($crop, $stickOn);
        if ($licence === null) {
            return Fact::said((string) $this->against($crop, $stickOn));
        }
        try {
            $licence->core()->mustAllow(
                $licence->counts === CountedOn::Sale ? $good : $cuttings,
                $this->used($licence),
                max(0, $this->planned($licence) + $more),
                'orders',
            );
        } catch (Refused $refused) {
            return Fact::said($refused->says);
        }

        return null;
    }

    public function used(HeldLicence $licence): int
    {
        return $this->counted[(int) $licence->id] ??= array_sum(array_column($this->entries($licence, $licence->fromDay, $licence->toDay), 'plants'));
    }

    /**
     * Plants that are planned, or on their way to being sold, and will count under it.
     *
     * @param list<string> $but codes of batches that are left out
     */
    public function planned(HeldLicence $licence, array $but = []): int
    {
        $counted = $licence->counts === CountedOn::Sticking
            ? 'SELECT coalesce(sum(planned), 0) FROM batch b WHERE b.crop_id = ? AND b.stick_on BETWEEN ? AND ?
                AND b.code NOT IN (?) AND b.stuck_on IS NULL AND b.called_off = 0'
            : 'SELECT coalesce(sum(CASE WHEN b.stuck_on IS NULL THEN coalesce(b.needed, b.planned) ELSE coalesce(s.live, 0) END), 0)
               FROM batch b LEFT JOIN batch_standing s ON s.batch_id = b.id
               WHERE b.crop_id = ? AND b.ready_on BETWEEN ? AND ? AND b.code NOT IN (?) AND b.called_off = 0';
        $between = [$licence->crop->id, $licence->fromDay->format('Y-m-d'), $licence->toDay->format('Y-m-d'), $but === [] ? [''] : $but];

        return Row::number($this->db, $counted, $between, [3 => ArrayParameterType::STRING]);
    }

    /**
     * What counts under a licence in a period, batch by batch, as the book has it now: undone acts do not count.
     *
     * @return list<array{on: string, batch: string, plants: int}>
     */
    public function entries(HeldLicence $licence, \DateTimeImmutable $from, \DateTimeImmutable $to): array
    {
        return $licence->counts === CountedOn::Sale
            ? $this->counts->soldOf((int) $licence->crop->id, $from, $to)
            : $this->counts->stuckOf((int) $licence->crop->id, $from, $to);
    }

    /** A licence was entered or changed, or plants were: what was read no longer holds. */
    public function forget(): void
    {
        $this->all = null;
        $this->counted = [];
    }

    /** @return list<HeldLicence> */
    private function of(Crop $crop): array
    {
        if ($this->all === null) {
            $this->all = [];
            $query = $this->em->createQuery('SELECT l FROM '.HeldLicence::class.' l ORDER BY l.fromDay');
            foreach (Row::things($query, HeldLicence::class) as $licence) {
                $this->all[(int) $licence->crop->id][] = $licence;
            }
        }

        return $this->all[(int) $crop->id] ?? [];
    }
}
