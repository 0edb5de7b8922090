<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Symfony\Component\HttpFoundation\Request;
use WetCradle\Core\Fact;
use WetCradle\Core\Mist\ReadingTable;
use WetCradle\Core\Refused;
use WetCradle\Server\Database\Writing;

/** Readings as they come in a request, a table of plain text or JSON: taken in, watched, and told where something is wrong. */
final class ReadingsSent
{
    private const MOST_ROWS = 200_000;

    public function __construct(
        private readonly Readings $readings,
        private readonly Watch $watch,
        private readonly AlarmsOut $out,
        private readonly Writing $writing,
    ) {
    }

    /**
     * @param ?string $zone of all that is said: of rows that name none, and no others are taken; any zone where none is given
     *
     * @return array<string, mixed> what was taken, and what was not with why
     *
     * @throws Refused for `readings`
     */
    public function take(Request $request, ?string $zone): array
    {
        $table = $this->table($request, $zone);
        if ($zone !== null) {
            $table->only($zone);
        }
        $raised = [];
        $told = $this->writing->once(function () use ($table, &$raised): array {
            $told = $this->readings->take($table);
            $raised = $this->watch->goOn();

            return $told;
        });
        // Whoever is told outside may take a while to answer; nothing is held up by it.
        $this->out->tell($raised);
        unset($told['zones']);

        return $told;
    }

    private function table(Request $request, ?string $zone): ReadingTable
    {
        if ($request->getContentTypeFormat() === 'csv') {
            $csv = $request->getContent();
            if (!mb_check_encoding($csv, 'UTF-8')) {
                $csv = mb_convert_encoding($csv, 'UTF-8', 'Windows-1252');
            }

            return ReadingTable::csv((string) $csv, $this->readings->clocks(), $zone);
        }
        try {
            $rows = json_decode($request->getContent(), true, 16, JSON_THROW_ON_ERROR);
        } catch (\JsonException) {
            throw Refused::because('not_json', '', 'That is no JSON.');
        }
        $rows = is_array($rows) && is_array($rows['readings'] ?? null) ? $rows['readings'] : $rows;
        if (!is_array($rows) || !array_is_list($rows) || count($rows) > self::MOST_ROWS) {
            throw Refused::because('wrong_type', 'readings', Fact::of('refused.reading_table.no_list'));
        }

        return ReadingTable::objects($rows, $this->readings->clocks(), $zone);
    }
}
