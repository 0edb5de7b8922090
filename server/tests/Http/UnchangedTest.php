<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Http;

use WetCradle\Server\Tests\House;

/** What was read carries a mark; where it is still so, it is not said again. */
final class UnchangedTest extends House
{
    public function testWhatIsStillSoIsNotSaidAgain(): void
    {
        $this->signIn();
        $this->isHeldToContract = false;
        $first = $this->send('GET', '/api/wanted');
        $mark = (string) $first->headers->get('ETag');
        self::assertMatchesRegularExpression('/^"[0-9a-f]{32}"$/', $mark);
        self::assertStringContainsString('no-store', (string) $first->headers->get('Cache-Control'), 'No device keeps it on its disk.');
        $knows = ['CONTENT_TYPE' => 'application/json', 'HTTP_IF_NONE_MATCH' => $mark];
        $again = $this->send('GET', '/api/wanted', null, $knows);
        self::assertSame([304, ''], [$again->getStatusCode(), (string) $again->getContent()]);
        // As a server in front that packs answers hands it on.
        self::assertSame(304, $this->send('GET', '/api/wanted', null, ['HTTP_IF_NONE_MATCH' => 'W/'.$mark] + $knows)->getStatusCode());
        $this->ask('POST', '/api/wanted', ['crop' => 'mint-cellar', 'plants' => 90, 'pot' => 1, 'readyWeek' => '2028-W30', 'priority' => 'nice']);
        $after = $this->send('GET', '/api/wanted', null, $knows);
        self::assertSame(200, $after->getStatusCode());
        self::assertNotSame($mark, $after->headers->get('ETag'));
    }

    public function testAWriteAndARefusalCarryNone(): void
    {
        $this->signIn();
        self::assertNull($this->send('POST', '/api/wanted', ['crop' => 'mint-cellar'])->headers->get('ETag'));
        self::assertNull($this->send('GET', '/api/crops/nothing')->headers->get('ETag'));
    }
}
