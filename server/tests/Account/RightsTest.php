<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Account;

use PHPUnit\Framework\Attributes\DataProvider;
use WetCradle\Server\Tests\Contract;
use WetCradle\Server\Tests\House;

/** Every address of the contract, and who may ask it: who is not named here is turned away. */
final class RightsTest extends House
{
    /** Each role may do what is listed for it and for those before it; the office and the hands are beside each other. */
    private const MAY = [
        'nobody' => ['everybody'],
        'visitor' => ['everybody', 'viewer'],
        'office' => ['everybody', 'viewer', 'works', 'office'],
        'bo' => ['everybody', 'viewer', 'works', 'hand'],
        'ines' => ['everybody', 'viewer', 'works', 'office', 'hand', 'propagator'],
    ];
    private const RIGHTS = [
        'everybody' => [
            'GET /api/alarms/feed/{token}', 'GET /api/calendar/{token}.ics', 'GET /api/session', 'POST /api/setup', 'POST /api/sign-in', 'POST /api/sign-out',
        ],
        'viewer' => [
            'GET /api/first-steps', 'GET /api/results/rates/{slug}', 'GET /api/treatments', 'GET /api/recalls', 'GET /api/trials', 'GET /api/trials/size', 'GET /api/trials/{id}', 'GET /api/trace/{kind}/{key}', 'GET /api/calendar.ics', 'GET /api/me/calendar', 'POST /api/me/calendar', 'DELETE /api/me/calendar', 'GET /api/air', 'GET /api/alarms', 'GET /api/batches', 'GET /api/batches/{code}', 'GET /api/batches/{code}/curve', 'GET /api/batches/{code}/job',
            'GET /api/batches/{code}/wait', 'GET /api/bench', 'GET /api/bench/offers', 'GET /api/bench/work', 'GET /api/choices', 'GET /api/compute',
            'GET /api/crew', 'GET /api/crops', 'GET /api/crops/{slug}', 'GET /api/customers', 'GET /api/day', 'GET /api/day-sheet', 'GET /api/dips',
            'POST /api/dips/reckon', 'POST /api/dips/sanitisers/{id}/reckon', 'GET /api/find', 'GET /api/house-defaults', 'GET /api/house-rules',
            'GET /api/labels', 'GET /api/licences', 'GET /api/licences/{id}/statement', 'GET /api/licences/{id}/statement.csv', 'GET /api/long',
            'POST /api/long/stop', 'GET /api/lots', 'GET /api/lots/{code}', 'GET /api/lots/{code}/pot-on', 'POST /api/me/password',
            'POST /api/me/sign-out-elsewhere', 'GET /api/mixes', 'GET /api/mist/conditions', 'POST /api/mist/day', 'POST /api/mist/summer', 'GET /api/mist/heat', 'GET /api/mist/programmes', 'POST /api/mixes/reckon', 'GET /api/nursery', 'GET /api/patterns', 'GET /api/people',
            'GET /api/plan', 'GET /api/plan/chances', 'POST /api/plan/moves/try', 'GET /api/plan/shopping', 'GET /api/plan/shopping.csv',
            'GET /api/papers', 'GET /api/results/costs', 'GET /api/results/days', 'GET /api/results/drift', 'GET /api/results/drift/{slug}', 'GET /api/results/outcomes/{slug}', 'GET /api/results/promises', 'GET /api/results/season', 'GET /api/plan/versions', 'GET /api/plan/versions/{id}', 'GET /api/potting', 'GET /api/potting/ask', 'GET /api/potting/fill',
            'GET /api/practice', 'GET /api/rail', 'GET /api/round', 'GET /api/round/looks/{id}/photo', 'GET /api/season', 'POST /api/sheets/try',
            'GET /api/stock', 'GET /api/stock/{code}', 'GET /api/take-sheets', 'GET /api/trays', 'GET /api/troubles', 'GET /api/wanted',
            'GET /api/wanted/{id}', 'GET /api/wanted/{id}/lines', 'POST /api/wanted/{id}/proposal', 'GET /api/wanted/{id}/remedies', 'GET /api/wanted/{id}/routes',
            'GET /api/ways/{id}/beside/{other}', 'GET /api/zones/{id}/season',
        ],
        'device' => ['GET /api/feed/programmes', 'POST /api/feed/readings'],
        'works' => [
            'POST /api/bench/fill', 'POST /api/compute/{name}', 'POST /api/plan/draft', 'GET /api/plan/even',
        ],
        'office' => [
            'POST /api/customers/part', 'PUT /api/customers/{id}', 'POST /api/wanted', 'POST /api/wanted/lines', 'POST /api/wanted/series', 'PUT /api/wanted/{id}',
        ],
        'hand' => [
            'PUT /api/trials/{id}/trays', 'POST /api/treatments', 'POST /api/alarms/seen', 'DELETE /api/mist/programmes/{id}/newest', 'PUT /api/mist/programmes/{id}', 'POST /api/batches/{code}/change-method', 'POST /api/batches/{code}/checks', 'POST /api/batches/{code}/checks/try',
            'DELETE /api/batches/{code}/collect', 'POST /api/batches/{code}/collect', 'POST /api/batches/{code}/count',
            'POST /api/batches/{code}/count/try', 'POST /api/batches/{code}/lose', 'POST /api/batches/{code}/merge',
            'POST /api/batches/{code}/move-on', 'POST /api/batches/{code}/split', 'POST /api/batches/{code}/stick', 'POST /api/batches/{code}/undo', 'POST /api/batches/{code}/weaning',
            'POST /api/batches/{code}/wait', 'POST /api/day-sheet/ticks', 'POST /api/dips/made', 'POST /api/dips/made/{id}/discard',
            'POST /api/inspections/{id}/clear', 'POST /api/lots/{code}/grow', 'POST /api/lots/{code}/join', 'POST /api/lots/{code}/lose',
            'POST /api/lots/{code}/part', 'POST /api/lots/{code}/pot-on', 'POST /api/lots/{code}/send', 'POST /api/lots/{code}/steps',
            'DELETE /api/lots/{code}/steps/{id}', 'POST /api/lots/{code}/undo', 'POST /api/practice', 'DELETE /api/records/{record}/{id}',
            'POST /api/round/looks', 'POST /api/stock/{code}/care', 'POST /api/stock/{code}/inspections', 'POST /api/taken-out/{id}/back', 'POST /api/troubles',
            'POST /api/ways/{id}/signs', 'DELETE /api/ways/{id}/signs/last',
        ],
        'propagator' => [
            'GET /api/alarms/outlets', 'POST /api/alarms/outlets', 'DELETE /api/alarms/outlets/{id}', 'GET /api/devices', 'POST /api/devices',
            'DELETE /api/devices/{id}', 'POST /api/mist/readings',
            'POST /api/batches/{code}/half', 'POST /api/trials', 'PUT /api/trials/{id}/arms', 'POST /api/trials/{id}/end', 'POST /api/trials/{id}/again', 'DELETE /api/trials/{id}',
            'POST /api/recalls', 'POST /api/recalls/{id}/lift', 'GET /api/records', 'GET /api/brought-in', 'POST /api/brought-in', 'GET /api/brought-in/templates/{kind}', 'GET /api/brought-in/{id}', 'PUT /api/brought-in/{id}',
            'POST /api/brought-in/{id}/bring', 'POST /api/brought-in/{id}/undo', 'POST /api/air', 'POST /api/batches', 'PUT /api/batches/{code}', 'POST /api/batches/{code}/lock', 'GET /api/copies', 'POST /api/copies',
            'PUT /api/crew', 'POST /api/crops', 'DELETE /api/crops/{slug}', 'PUT /api/crops/{slug}', 'PUT /api/crops/{slug}/liner',
            'PUT /api/crops/{slug}/rights', 'POST /api/crops/{slug}/ways', 'POST /api/dips/sanitisers', 'PUT /api/dips/sanitisers/{id}',
            'POST /api/dips/stocks', 'PUT /api/dips/stocks/{id}', 'POST /api/dips/stocks/{id}/discard', 'GET /api/history', 'PUT /api/house-defaults',
            'PUT /api/house-rules', 'POST /api/licences', 'PUT /api/licences/{id}', 'POST /api/mixes', 'POST /api/mixes/parts',
            'PUT /api/mixes/parts/{id}', 'PUT /api/mixes/{id}', 'PUT /api/nursery', 'POST /api/people', 'PUT /api/people/{id}',
            'POST /api/people/{id}/end', 'POST /api/people/{id}/password', 'POST /api/people/{id}/return', 'POST /api/people/{id}/sign-out',
            'POST /api/batches/{code}/mishap', 'POST /api/plan/draft/keep', 'POST /api/plan/moves', 'POST /api/plan/versions', 'POST /api/plan/versions/{id}/back',
            'POST /api/lots/{code}/hold', 'POST /api/guests', 'DELETE /api/guests/{id}', 'PUT /api/guests/{id}', 'POST /api/potting/weeks', 'POST /api/stock', 'DELETE /api/stock/{code}', 'PUT /api/stock/{code}', 'POST /api/stock/{code}/plants',
            'DELETE /api/stock/{code}/plants/{id}', 'POST /api/trays/kinds', 'PUT /api/trays/kinds/{id}', 'POST /api/trays/pots',
            'PUT /api/trays/pots/{id}', 'DELETE /api/ways/{id}', 'PUT /api/ways/{id}', 'POST /api/zones', 'DELETE /api/zones/{id}',
            'PUT /api/zones/{id}', 'POST /api/zones/{id}/closed', 'DELETE /api/zones/{id}/closed/{closed}',
        ],
    ];

    public function testEachAddressOfTheContractHasItsRight(): void
    {
        $named = array_merge(...array_values(self::RIGHTS));
        $known = Contract::addresses();
        self::assertSame([], array_diff($known, $named), 'Say who may ask these.');
        self::assertSame([], array_diff($named, $known), 'These are no addresses any more.');
        self::assertSame($named, array_unique($named));
    }

    /** @return iterable<string, array{string}> */
    public static function people(): iterable
    {
        foreach (array_keys(self::MAY) as $who) {
            yield $who => [$who];
        }
    }

    #[DataProvider('people')]
    public function testEachRoleIsLetInWhereItMayAndNowhereElse(string $who): void
    {
        // What is asked is nonsense: it is only looked at where somebody may ask it.
        $this->isHeldToContract = false;
        $wrong = [];
        foreach (self::RIGHTS as $right => $addresses) {
            foreach ($addresses as $address) {
                [$method, $path] = explode(' ', $address);
                if (in_array($path, ['/api/sign-in', '/api/sign-out', '/api/setup'], true)) {
                    continue;
                }
                $this->cookies([]);
                if ($who !== 'nobody') {
                    $this->cookies($this->signedIn($who));
                }
                $path = strtr($path, ['{record}' => 'check', '{name}' => 'stick_count', '{field}' => 'name', '{id}' => '999999', '{code}' => 'NONE-33']);
                $path = (string) preg_replace('/\{\w+\}/', '999999', $path);
                $status = $this->send($method, $path, $method === 'GET' ? null : [])->getStatusCode();
                $isAllowed = in_array($right, self::MAY[$who], true);
                // Devices come with tokens: whoever signs in is nobody there.
                $turnedAway = $who === 'nobody' || $right === 'device' ? 401 : 403;
                if ($isAllowed ? in_array($status, [401, 403], true) : $status !== $turnedAway) {
                    $wrong[] = "{$address} answers {$status}";
                }
            }
        }
        self::assertSame([], $wrong);
    }

    /** @var array<string, array<string, string>> */
    private array $sessions = [];

    /** @return array<string, string> the cookies of somebody who signed in once */
    private function signedIn(string $who): array
    {
        if (!isset($this->sessions[$who])) {
            $this->signIn($who);
            $this->sessions[$who] = $this->cookies();
        }

        return $this->sessions[$who];
    }
}
