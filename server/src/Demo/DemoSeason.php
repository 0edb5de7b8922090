<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Calendar\SiteAir;

/** What the made-up nursery's plan rests on beyond its batches: its crew and norms, prices of liners, air as measured. */
final class DemoSeason
{
    /** Days that were measured, up to yesterday. */
    private const DAYS = 120;

    public function __construct(private readonly Connection $db, private readonly \DateTimeImmutable $today)
    {
    }

    public function fill(SiteAir $air): void
    {
        $crew = Readable::yaml('crew.yaml');
        $year = (int) $this->today->format('Y');
        $away = array_map(
            static fn (array $absence) => ['from' => $year.'-'.$absence['from'], 'to' => $year.'-'.$absence['to']] + $absence, (array) $crew['away'],
        );
        $people = $this->db->fetchAllKeyValue('SELECT name, id FROM account');
        $this->db->update('nursery', [
            'crew' => json_encode([
                'hands' => array_map(static fn (array $hand) => ['person' => (int) $people[$hand['name']], 'hours' => $hand['hours']], (array) $crew['hands']),
                'away' => array_map(
                    static fn (array $absence) => ['who' => $absence['who'] === null ? null : (int) $people[$absence['who']]] + $absence,
                    $away,
                ),
            ], JSON_THROW_ON_ERROR),
            'collected_an_hour' => $crew['collectedAnHour'],
            'weaned_an_hour' => $crew['weanedAnHour'],
            'stuck_by' => json_encode($crew['stuckBy'], JSON_THROW_ON_ERROR),
            'potted_by' => json_encode($crew['pottedBy'], JSON_THROW_ON_ERROR),
            'hour_cost' => $crew['hourCost'],
            'tray_week_cost' => $crew['trayWeekCost'],
        ], ['id' => 1]);
        foreach ((array) $crew['liners'] as $slug => $liner) {
            $this->db->update('crop', ['liner_price' => $liner['price'], 'liner_weeks' => $liner['weeks']], ['slug' => $slug]);
        }
        for ($ago = self::DAYS; $ago > 0; --$ago) {
            $day = $this->today->modify(sprintf('-%d days', $ago));
            // Warm and cold spells of about a fortnight around the ordinary year, with days that differ.
            $swing = 0.4 + 1.8 * sin(2 * M_PI * $ago / 27) + 1.1 * sin(2 * M_PI * $ago / 6.3);
            $this->db->insert('air_day', ['on_day' => $day->format('Y-m-d'), 'mean' => round($air->on($day) + $swing, 1)]);
        }
    }
}
