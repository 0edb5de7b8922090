<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\DBAL\Connection;
use Symfony\Component\PasswordHasher\Hasher\PasswordHasherFactoryInterface;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\Season;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Plan\BatchCode;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Bench\Pots;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Nursery\Words;

/**
 * Builds the made-up nursery: its people, crops, stock and zones from readable files, then two finished seasons and the
 * running one around today, played out batch by batch. The same seed on the same day gives the same nursery.
 */
final class DemoNursery
{
    /** Customers who number their orders. */
    private const NUMBERS = [2, 5];

    public function __construct(
        private readonly Connection $db,
        private readonly PasswordHasherFactoryInterface $hashers,
        private readonly Pots $pots,
        private readonly Today $today,
        private readonly Words $words,
    ) {
    }

    /** Some customers number their orders, one for all that they want in a month. */
    public static function reference(?int $customer, Week $ready): ?string
    {
        return in_array($customer, self::NUMBERS, true) ? sprintf('%d/%s', 4100 + $customer, $ready->sunday()->format('y-m')) : null;
    }

    /** @return array{name: string, crops: int, blocks: int, zones: int, batches: int} */
    public function build(): array
    {
        $nursery = Readable::yaml('nursery.yaml');
        $this->settle($nursery);
        $air = Climate::from((string) $nursery['climate'])->air(Hemisphere::from((string) $nursery['hemisphere']));
        $timetable = Timetable::at($air, HouseDefaults::usual());
        $crops = $this->crops($timetable);
        $stock = new DemoStock($this->db, $this->today->day());
        $blocks = $stock->plant($crops);
        $zones = $this->zones();
        $chance = new Chance((int) $nursery['seed']);
        $today = $this->today->day();
        $hemisphere = Hemisphere::from((string) $nursery['hemisphere']);
        $grown = array_filter($crops, static fn (DemoCrop $crop) => !$crop->isNew);
        $placing = new Placing($zones, $blocks, $timetable, $chance);
        $life = new BatchLife($this->db, $chance, $placing, $timetable, $today);
        $number = 0;
        $play = static function (array $plans, Placing $placing, BatchLife $life) use (&$number): void {
            foreach ($plans as $plan) {
                $place = $placing->placeFor($plan);
                if ($place !== null) {
                    $life->play(BatchCode::ofNumber(++$number)->written, $place);
                }
            }
        };
        $play($this->plans($grown, [2, 1, 0], $chance, $hemisphere), $placing, $life);
        // What is new since this season has a luck of its own, crop by crop: the others do as they always did.
        $seed = (int) $nursery['seed'];
        foreach (array_diff_key($crops, $grown) as $slug => $crop) {
            $luck = new Chance(++$seed);
            $play($this->plans([$slug => $crop], [0], $luck, $hemisphere), $placing->byLuck($luck), $life->byLuck($luck));
        }
        $life->write();
        $stock->record($blocks, $crops);
        (new DemoFailure($this->db, $today, $timetable))->happen();
        $this->unplanned($grown, $chance);
        (new DemoSeason($this->db, $today))->fill($air);
        (new DemoShelf($this->db, $this->today->day()))->lay();
        $lots = new DemoLots($this->db, $chance, $air, $today);
        $lots->pot();
        $lots->practise();
        // Dormant wood is cut some weeks before it is stuck, and bundled.
        $this->db->executeStatement(
            "UPDATE batch SET collect_on = date(stick_on, '-21 days') WHERE stuck_on IS NULL AND material = 'hardwood' AND date(stick_on, '-21 days') >= ?",
            [$today->format('Y-m-d')],
        );
        (new DemoPots($this->db, $this->pots, $zones))->stand($this->today->week());
        $this->db->update('nursery', ['batches_numbered' => $number], ['id' => 1]);

        return ['name' => (string) $nursery['name'], 'crops' => count($crops), 'blocks' => count($blocks), 'zones' => count($zones), 'batches' => $number];
    }

    /** @param array<string, mixed> $nursery */
    private function settle(array $nursery): void
    {
        $this->db->insert(
            'nursery',
            [
                'id' => 1, 'version' => 1, 'name' => $nursery['name'], 'units' => $nursery['units'],
                'temperature' => $nursery['temperature'], 'hemisphere' => $nursery['hemisphere'], 'climate' => $nursery['climate'],
                'registration' => $nursery['registration'], 'country' => $nursery['country'],
                'air' => json_encode(
                    Climate::from((string) $nursery['climate'])->air(Hemisphere::from((string) $nursery['hemisphere']))->means,
                    JSON_THROW_ON_ERROR,
                ),
                'weeks' => 'numbers', 'stuck_an_hour' => $nursery['stuckAnHour'], 'potted_an_hour' => $nursery['pottedAnHour'],
                'batches_numbered' => 0,
            ],
        );
        $hash = $this->hashers->getPasswordHasher(Account::class)->hash((string) $nursery['password']);
        foreach ($nursery['people'] as $person) {
            $this->db->insert(
                'account',
                ['version' => 1, 'name' => $person['name'], 'sign_in' => $person['signIn'], 'role' => $person['role'], 'password' => $hash],
            );
        }
        foreach ($nursery['customers'] as $customer) {
            $this->db->insert('customer', ['name' => $customer]);
        }
    }

    /** @return array<string, DemoCrop> by slug */
    private function crops(Timetable $timetable): array
    {
        $this->db->executeStatement("INSERT INTO tray_kind (name, cells, cell_ml, length_cm, width_cm, positions)
            SELECT 'pot beside its plant', 1, 500, 10, 10, 100 / (length_cm * width_cm) FROM tray_kind ORDER BY id LIMIT 1");
        $this->db->executeStatement("INSERT INTO tray_kind (name, cells, cell_ml, length_cm, width_cm, positions)
            SELECT 'carrier of 9 cm pots', 18, 500, 54, 27, 1458 / (length_cm * width_cm) FROM tray_kind ORDER BY id LIMIT 1");
        $this->db->executeStatement("INSERT INTO tray_kind (name, cells, cell_ml, length_cm, width_cm, positions)
            SELECT 'metre of row', 12, 100, 100, 40, 4000 / (length_cm * width_cm) FROM tray_kind ORDER BY id LIMIT 1");
        $trays = $this->db->fetchAllAssociativeIndexed('SELECT name, id, cells FROM tray_kind');
        $sheets = Readable::yaml('sheets.yaml');
        $crops = [];
        foreach (Readable::csv('crops.csv') as $row) {
            $more = (array) ($sheets[Crop::slugOf($row['name'])] ?? []);
            $crop = DemoCrop::read($row, $more, (int) $trays[$row['tray']]['id'], (int) $trays[$row['tray']]['cells'], $timetable);
            $this->db->insert('crop', ['version' => 1, 'name' => $crop->name, 'slug' => $crop->slug]);
            $crop->id = (int) $this->db->lastInsertId();
            $crop->sheetId = $this->way($crop, $crop->sheet, ucfirst($this->words->say($crop->sheet->words())), true);
            foreach ((array) ($more['ways'] ?? []) as $name => $says) {
                $this->way($crop, WaySheet::of(DemoCrop::over($crop->sheet->toArray(), (array) $says)), (string) $name, false);
            }
            $crops[$crop->slug] = $crop;
        }

        return $crops;
    }

    private function way(DemoCrop $crop, WaySheet $sheet, string $name, bool $house): int
    {
        $this->db->insert('way', ['version' => 1, 'crop_id' => $crop->id, 'name' => $name, 'house' => (int) $house, 'sheet_id' => null]);
        $way = (int) $this->db->lastInsertId();
        $this->db->insert(
            'way_sheet',
            [
                'way_id' => $way,
                'number' => 1,
                'details' => json_encode($sheet->toArray(), JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION),
                'kept_by_id' => 1,
                'kept_at' => $this->today->day()->modify('-3 years')->format('Y-m-d 18:00:00'),
                'why' => null,
            ],
        );
        $version = (int) $this->db->lastInsertId();
        $this->db->update('way', ['sheet_id' => $version], ['id' => $way]);

        return $version;
    }

    /** @return list<array<string, mixed>> */
    private function zones(): array
    {
        $zones = [];
        foreach (Readable::csv('zones.csv') as $row) {
            $this->db->insert(
                'zone',
                [
                    'version' => 1, 'name' => $row['name'], 'house' => $row['house'], 'kind' => $row['kind'], 'trays' => $row['trays'],
                    'heat_low' => $row['heatLow'], 'heat_high' => $row['heatHigh'], 'mist_low' => $row['mistLow'],
                    'mist_high' => $row['mistHigh'], 'x' => $row['x'], 'y' => $row['y'], 'length' => $row['length'],
                    'width' => $row['width'], 'stands' => $row['stands'], 'light' => $row['light'], 'height' => $row['height'],
                    'frost_free' => $row['frostFree'], 'only_pots' => $row['onlyPots'],
                    'ground' => $row['ground'],
                ],
            );
            $zones[] = $row + ['id' => (int) $this->db->lastInsertId()];
        }
        foreach (Readable::csv('guests.csv') as $row) {
            $this->db->executeStatement(
                'INSERT INTO guest (name, kind, zone_id, places, from_week, to_week, heat_low, heat_high, mist_low, mist_high)
                    SELECT ?, ?, id, ?, ?, ?, ?, ?, ?, ? FROM zone WHERE name = ?',
                [
                    $row['name'], $row['kind'], $row['places'], $this->today->week()->plus((int) $row['weeksFrom'])->written(),
                    $this->today->week()->plus((int) $row['weeksTo'])->written(), $row['heatLow'], $row['heatHigh'], $row['mistLow'], $row['mistHigh'],
                    $row['zone'],
                ],
            );
        }
        foreach (Readable::csv('closed.csv') as $row) {
            $this->db->executeStatement('INSERT INTO zone_closed (zone_id, from_week, to_week, why) SELECT id, ?, ?, ? FROM zone
                WHERE name = ?', [$row['from'], $row['to'], $row['why'], $row['zone']]);
        }

        return $zones;
    }

    /**
     * Every batch of these seasons in the order in which it is stuck.
     *
     * @param array<string, DemoCrop> $crops
     * @param list<int>               $seasons ago
     *
     * @return list<DemoPlan>
     */
    private function plans(array $crops, array $seasons, Chance $chance, Hemisphere $hemisphere): array
    {
        $stories = [];
        foreach (Readable::yaml('stories.yaml') as $story) {
            $stories[$story['crop']][$story['season']][$story['batch']] = $story;
        }
        $running = Season::containing($this->today->day(), $hemisphere);
        $plans = [];
        foreach ($seasons as $ago) {
            $first = $running->firstDay()->modify(sprintf('-%d years', $ago));
            foreach ($crops as $slug => $crop) {
                foreach ($crop->stickDays($first, $chance) as $i => $day) {
                    $plans[] = new DemoPlan($crop, $day, max(1, $crop->trays + $chance->between(-2, 2)), $stories[$slug][$ago][$i] ?? null);
                }
            }
        }
        usort($plans, static fn (DemoPlan $a, DemoPlan $b) => [$a->stickOn, $a->crop->slug] <=> [$b->stickOn, $b->crop->slug]);

        return $plans;
    }

    /**
     * Orders that nobody has planned yet: some for this week's evening, some for later.
     *
     * @param array<string, DemoCrop> $crops
     */
    private function unplanned(array $crops, Chance $chance): void
    {
        $day = $this->today->day();
        $left = 9;
        foreach ($crops as $crop) {
            $planBy = $day->modify(sprintf('+%d days', $chance->between(-2, 40)));
            $opensIn = $crop->windows->opensIn(Week::containing($planBy));
            if ($left === 0 || $opensIn > 10) {
                continue;
            }
            $planBy = max($day, $planBy->modify(sprintf('+%d weeks', $opensIn)));
            $ready = Week::containing(PlainDates::forwards($planBy, $crop->times)->readyOn->modify('+6 days'));
            // The first crop is wanted twice in one week: two orders that can share their insurance.
            foreach ($left === 9 ? [4, 2] : [$chance->between(4, 16)] as $twenties) {
                --$left;
                [$pot, $customer] = [$chance->between(1, 3), $chance->between(1, 7)];
                $this->db->insert(
                    'wanted',
                    [
                        'version' => 1, 'crop_id' => $crop->id, 'plants' => 20 * $twenties, 'pot_id' => $pot, 'ready_week' => $ready->written(),
                        'customer_id' => $customer,
                        'reference' => self::reference($customer, $ready),
                        'priority' => $chance->oneOf(['must', 'should', 'should', 'nice']), 'note' => null, 'called_off' => 0,
                        'entered_by_id' => 1, 'entered_at' => $day->modify('-6 days')->format('Y-m-d H:i:s'),
                    ],
                );
            }
        }
    }
}
