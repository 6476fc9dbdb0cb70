package org.mendedleaf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Types commands in a folder as a person or a script does, and keeps what they print. */
final class Typed {

  private static final ObjectMapper JSON = new ObjectMapper();

  private final Path folder;
  private final String home;
  private final OfficeOpener opener;

  Typed(Path folder) {
    this(folder, "home", OfficeOpener.FRESH);
  }

  private Typed(Path folder, String home, OfficeOpener opener) {
    this.folder = folder;
    this.home = home;
    this.opener = opener;
  }

  /** The same on another desk. */
  Typed onDesk(String otherHome) {
    return new Typed(folder, otherHome, opener);
  }

  /** The same with an office that is opened in another way. */
  Typed through(OfficeOpener other) {
    return new Typed(folder, home, other);
  }

  /** How a command ended and what it printed. */
  record Ran(int exit, byte[] out, String err) {
    String text() {
      return new String(out, StandardCharsets.UTF_8);
    }
  }

  Ran run(String... words) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ByteArrayOutputStream err = new ByteArrayOutputStream();
    List<String> args = new ArrayList<>(List.of(words));
    args.addAll(List.of("--home", folder.resolve(home).toString()));
    if (!args.contains("--as")) {
      args.addAll(List.of("--as", "Maren Oakes"));
    }
    int exit =
        MendedLeafCommand.run(
            new Terminal(
                new PrintStream(out, true, StandardCharsets.UTF_8),
                new PrintStream(err, true, StandardCharsets.UTF_8),
                folder),
            opener,
            args.toArray(String[]::new));
    return new Ran(exit, out.toByteArray(), err.toString(StandardCharsets.UTF_8));
  }

  /** Runs a command that must succeed. */
  Ran done(String... words) {
    Ran ran = run(words);
    assertThat(ran.exit()).as("%s: %s", String.join(" ", words), ran.err()).isZero();
    return ran;
  }

  /** Runs a command that must succeed, and checks its answer against its schema. */
  JsonNode answer(String schema, String... words) throws IOException {
    List<String> args = new ArrayList<>(List.of(words));
    args.add("--json");
    JsonNode node = JSON.readTree(done(args.toArray(String[]::new)).out());
    try (InputStream in =
        MendedLeafCommand.class.getResourceAsStream("schemas/" + schema + ".json")) {
      JsonSchema rules =
          JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012).getSchema(in);
      assertThat(rules.validate(node)).as("%s", node).isEmpty();
    }
    return node;
  }
}
