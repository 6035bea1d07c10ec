<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * Simulated phones as files, one for each serial number, written whole or not at all, so that a phone
 * outlives the process that simulates it.
 *
 * @phpstan-import-type PhoneValues from PhoneData
 */
final class PhoneShelf
{
    /** @var array<string, SimulatedPhone> */
    private array $awake = [];

    public function __construct(private readonly string $folder) {}

    /** The phone with this serial number, picked up as it was left; null where there is none. */
    public function find(string $serial): ?SimulatedPhone
    {
        if (preg_match('/^[A-Za-z0-9_-]{1,64}$/', $serial) !== 1) {
            return null;
        }
        if (!isset($this->awake[$serial])) {
            $file = "{$this->folder}/{$serial}.json";
            if (!is_file($file)) {
                return null;
            }
            /** @var PhoneValues $data */
            $data = json_decode((string) file_get_contents($file), true, 16, JSON_THROW_ON_ERROR);
            $this->awake[$serial] = new SimulatedPhone($data);
            $this->awake[$serial]->pickUpAfterBreak();
        }

        return $this->awake[$serial];
    }

    public function keep(SimulatedPhone $phone): void
    {
        $file = "{$this->folder}/{$phone->serial()}.json";
        file_put_contents("{$file}.part", json_encode($phone->toArray(), JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR));
        rename("{$file}.part", $file);
    }

    /**
     * @return list<string> serial numbers
     */
    public function serials(): array
    {
        $files = glob("{$this->folder}/*.json");

        return array_map(static fn(string $file): string => basename($file, '.json'), $files === false ? [] : $files);
    }
}
