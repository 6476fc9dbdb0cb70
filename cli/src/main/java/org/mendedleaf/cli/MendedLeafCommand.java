package org.mendedleaf.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.Complaint;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.shelves.Shelves;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.ScopeType;

/** The top-level command; its options apply to every subcommand. */
@Command(
    name = "mended-leaf",
    mixinStandardHelpOptions = true,
    version = "Mended Leaf 0.1.0",
    description = {
      "Records what happens to your files, and mends them with earlier revisions.",
      "Without a command it opens the window; “demo” opens it with the demo office,",
      "“open PATH…” shows these files or folders in it; “desktop-entry” puts that into the file manager."
    },
    synopsisSubcommandLabel = "[COMMAND]",
    subcommands = {
      ShelfCommand.class,
      StoreCommand.class,
      CaptureCommand.class,
      FindCommand.class,
      SnapshotCommand.class,
      CompareCommand.class,
      RecoverCommand.class,
      CopyOutCommand.class,
      BringBackCommand.class,
      ArrivalsCommand.class,
      BringInCommand.class,
      PlanCommand.class,
      ThinCommand.class,
      TakeOffNoticeCommand.class,
      SpaceCommand.class,
      GatherCommand.class,
      RemoveCommand.class,
      MoveCommand.class,
      ReceiptCommand.class,
      HistoryCommand.class,
      NoteCommand.class,
      GoodCommand.class,
      FindingsCommand.class,
      HoldCommand.class,
      EraseCommand.class,
      ReleaseCommand.class,
      IssueCommand.class,
      DescribeCommand.class,
      ShowCommand.class,
      MendCommand.class,
      UndoCommand.class,
      TreeCommand.class,
      CoveredCommand.class,
      RecordingCommand.class,
      PatternsCommand.class,
      PeopleCommand.class,
      VerifyCommand.class,
      DrillCommand.class,
      RecoverySheetCommand.class,
      AdoptCommand.class,
      WhatIfCommand.class,
      RebuildCommand.class,
      LedgerCommand.class,
      KeepWatchCommand.class,
      QuietHoursCommand.class,
      LeftoversCommand.class
    })
public final class MendedLeafCommand {

  @Option(
      names = "--home",
      paramLabel = "DIR",
      scope = ScopeType.INHERIT,
      description = "The application's data (by default the system's usual place).")
  private Optional<Path> home = Optional.empty();

  @Option(names = "--json", scope = ScopeType.INHERIT, description = "Answer with one JSON object.")
  private boolean json;

  @Option(
      names = "--as",
      paramLabel = "PERSON",
      scope = ScopeType.INHERIT,
      description = "Who acts; never who saved.")
  private Optional<String> person = Optional.empty();

  @Option(
      names = "--clock",
      paramLabel = "INSTANT",
      scope = ScopeType.INHERIT,
      description = "Act as if it were then; a store made so is a trial store.")
  private Optional<Instant> clock = Optional.empty();

  @Mixin private KeyOptions keys = new KeyOptions();

  private final Terminal terminal;
  private final OfficeOpener opener;

  private MendedLeafCommand(Terminal terminal, OfficeOpener opener) {
    this.terminal = terminal;
    this.opener = opener;
  }

  /** Runs one command line and returns its exit code. */
  public static int run(Terminal terminal, OfficeOpener opener, String... args) {
    return commandLine(terminal, opener).execute(args);
  }

  /** The parser, for help and completion too. */
  public static CommandLine commandLine(Terminal terminal, OfficeOpener opener) {
    Terminal quoting = terminal.quoting();
    MendedLeafCommand command = new MendedLeafCommand(quoting, opener);
    CommandLine line = new CommandLine(command);
    line.registerConverter(Instant.class, MendedLeafCommand::instant);
    line.setOut(new PrintWriter(terminal.out(), true, StandardCharsets.UTF_8));
    line.setErr(new PrintWriter(terminal.err(), true, StandardCharsets.UTF_8));
    line.setExecutionExceptionHandler(
        (e, failed, parsed) -> {
          return command.failed(Complaint.sentence(e), Exit.after(e));
        });
    line.registerConverter(Long.class, MendedLeafCommand::whole);
    line.registerConverter(long.class, MendedLeafCommand::whole);
    line.registerConverter(Integer.class, MendedLeafCommand::number);
    line.registerConverter(int.class, MendedLeafCommand::number);
    line.setParameterExceptionHandler(
        (e, args) -> command.misused(e, List.of(args).contains("--json")));
    return line;
  }

  /** What was typed is told again, so nothing in it may mean anything to the terminal. */
  private int misused(CommandLine.ParameterException e, boolean wantsJson) {
    CommandLine of = e.getCommandLine();
    terminal.err().println(e.getMessage());
    if (!CommandLine.UnmatchedArgumentException.printSuggestions(e, of.getErr())) {
      of.usage(of.getErr(), of.getColorScheme());
    }
    int exit = of.getCommandSpec().exitCodeOnInvalidInput();
    return wantsJson ? object(Complaint.sentence(new IOException(e.getMessage())), exit) : exit;
  }

  private static long whole(String written) {
    try {
      return Long.parseLong(written);
    } catch (NumberFormatException e) {
      throw new CommandLine.TypeConversionException("“%s” is no whole number".formatted(written));
    }
  }

  private static int number(String written) {
    long number = whole(written);
    if (number != (int) number) {
      throw new CommandLine.TypeConversionException("“%s” is too large".formatted(written));
    }
    return (int) number;
  }

  private static Instant instant(String written) {
    try {
      return Instant.parse(written);
    } catch (DateTimeParseException e) {
      throw new CommandLine.TypeConversionException(
          "“%s” is no instant, as 2026-03-12T17:30:00Z is".formatted(written));
    }
  }

  private int failed(String sentence, int exit) {
    terminal.err().println(sentence);
    if (json) {
      return object(sentence, exit);
    }
    return exit;
  }

  /** With --json there is always one object, also where nothing was done. */
  private int object(String sentence, int exit) {
    terminal.out().println(Json.object().put("error", sentence).put("exit", exit));
    terminal.out().flush();
    return exit;
  }

  /** Work that answers with what is to be printed. */
  interface CommandWork {
    Answer in(Office office) throws IOException;
  }

  /** Opens the office, does the work, prints the answer. */
  int answer(CommandWork work) throws IOException {
    return opener.with(
        settings(),
        office -> {
          Answer answer = work.in(office);
          print(answer);
          for (Shelves.Unreached one : office.shelves().unreached()) {
            terminal.err().println(one.sentence());
          }
          office.stores().partial().forEach(terminal.err()::println);
          tell(office);
          return answer.exit();
        });
  }

  void print(Answer answer) {
    if (json) {
      terminal.out().println(answer.json().toString());
    } else {
      terminal.out().print(Terminal.quoted(answer.text()));
    }
    terminal.out().flush();
  }

  /** What was done is done, whether or not others can be told of it. */
  private void tell(Office office) {
    try {
      var unused = office.notices().write();
    } catch (IOException e) {
      terminal.err().println("Nobody could be told of new revisions: " + e.getMessage());
    }
  }

  /** For commands whose answer is not text. */
  int raw(OfficeOpener.OfficeWork work) throws IOException {
    return opener.with(settings(), work);
  }

  /** For work that goes on until the process ends. */
  int keep(OfficeOpener.Keeping keeping) throws IOException {
    return opener.keep(settings(), keeping);
  }

  Terminal terminal() {
    return terminal;
  }

  boolean wantsJson() {
    return json;
  }

  Path resolve(Path path) {
    return terminal.folder().resolve(path).toAbsolutePath().normalize();
  }

  /** The home that the command line or the system says. */
  public static Path defaultHome(Optional<Path> said) {
    if (said.isPresent()) {
      return said.get().toAbsolutePath().normalize();
    }
    String data = System.getenv("XDG_DATA_HOME");
    Path base =
        data == null || data.isBlank()
            ? Path.of(System.getProperty("user.home"), ".local", "share")
            : Path.of(data);
    return base.resolve("mended-leaf");
  }

  KeyOptions keys() {
    return keys;
  }

  OfficeSettings settings() throws IOException {
    OfficeSettings settings = OfficeSettings.ofThisMachine(defaultHome(home.map(this::resolve)));
    keys.onto(settings.keys(), this::resolve);
    terminal.asking().ifPresent(settings.keys()::asking);
    if (clock.isPresent()) {
      settings = settings.withClock(InstantSource.fixed(clock.get()));
    }
    return person.isPresent() ? settings.withPerson(person.get()) : settings;
  }
}
