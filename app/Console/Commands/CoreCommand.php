<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\PlainFormatter;
use Illuminate\Console\Command;
use Symfony\Component\Console\Exception\ExceptionInterface;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Tornavis\Core\Words\TornavisError;
use Tornavis\Core\Words\WrittenOut;

/** A command for people who script: says what is wrong in one line and with a code of its own. */
abstract class CoreCommand extends Command
{
    /** Wrong words on the command line. */
    public const WRONG_USAGE = 64;

    /** A file that cannot be used. */
    public const BAD_DATA = 65;

    public function run(InputInterface $input, OutputInterface $output): int
    {
        $output->setFormatter(new PlainFormatter($output->isDecorated()));
        try {
            return parent::run($input, $output);
        } catch (ExceptionInterface $error) {
            $output->writeln("<error>{$error->getMessage()}</error>");
            $output->writeln("Usage: {$this->getSynopsis()}");

            return self::WRONG_USAGE;
        } catch (\Throwable $error) {
            // The framework calls handle(), so that nobody sees what it throws.
            if (!($error instanceof TornavisError)) {
                throw $error;
            }
            $output->writeln("<error>{$error->getMessage()}</error>");

            return self::BAD_DATA;
        }
    }

    protected function json(mixed $value): void
    {
        $flags = JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR;
        $this->output->writeln(WrittenOut::inJson(json_encode($value, $flags)), OutputInterface::OUTPUT_RAW);
    }

    protected function wrongUsage(string $message): int
    {
        $this->error($message);
        $this->line("Usage: {$this->getSynopsis()}");

        return self::WRONG_USAGE;
    }
}
