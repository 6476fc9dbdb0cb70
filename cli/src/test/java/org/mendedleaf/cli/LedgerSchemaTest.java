package org.mendedleaf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.history.Act;

/** The schema of the ledger knows every act: what is checked against it may have any of them. */
class LedgerSchemaTest {

  @Test
  void everyActIsInTheSchema() throws Exception {
    JsonNode schema =
        new ObjectMapper()
            .readTree(MendedLeafCommand.class.getResourceAsStream("schemas/ledger.json"));
    List<String> known = new ArrayList<>();
    schema
        .at("/properties/entries/items/properties/act/enum")
        .forEach(word -> known.add(word.asText()));
    assertThat(known)
        .containsExactlyInAnyOrderElementsOf(Stream.of(Act.values()).map(Act::word).toList());
  }
}
