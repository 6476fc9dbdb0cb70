package org.mendedleaf.app;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.cli.MendedLeafCommand;
import org.mendedleaf.core.files.FileAddress;

/** A command line before it is known who runs it. */
record StartLine(List<String> words) {

  private static final Set<String> WITH_VALUE =
      Set.of(
          "--home",
          "--as",
          "--clock",
          "--pictures",
          "--only",
          "--size",
          "--passphrase-file",
          "--key-file");

  StartLine {
    words = List.copyOf(words);
  }

  String[] args() {
    return words.toArray(String[]::new);
  }

  /** The first word that is no option; empty if there is none and no help is asked for. */
  String word() {
    for (int i = 0; i < words.size(); i++) {
      String word = words.get(i);
      if (WITH_VALUE.contains(word)) {
        i++;
      } else if (!word.startsWith("-")) {
        return word;
      }
    }
    return words.isEmpty() || !asksForHelp() ? "" : "help";
  }

  boolean asksForHelp() {
    return words.contains("--help")
        || words.contains("-h")
        || words.contains("--version")
        || words.contains("-V");
  }

  /** The words after the first one, without options. */
  List<String> rest() {
    List<String> rest = new ArrayList<>();
    boolean found = false;
    for (int i = 0; i < words.size(); i++) {
      String word = words.get(i);
      if (WITH_VALUE.contains(word)) {
        i++;
      } else if (!word.startsWith("--")) {
        if (found) {
          rest.add(word);
        }
        found = true;
      }
    }
    return rest;
  }

  /** The files and folders that are to be shown. */
  List<Path> paths(Path folder) {
    return rest().stream().filter(word -> !FileAddress.isOne(word)).map(folder::resolve).toList();
  }

  /** The addresses of files that are to be shown. */
  List<String> addresses() {
    return rest().stream().filter(FileAddress::isOne).toList();
  }

  /** The value of an option, written as two words or with an equals sign. */
  Optional<String> option(String name) {
    for (int i = 0; i < words.size(); i++) {
      if (words.get(i).equals(name) && i + 1 < words.size()) {
        return Optional.of(words.get(i + 1));
      }
      if (words.get(i).startsWith(name + "=")) {
        return Optional.of(words.get(i).substring(name.length() + 1));
      }
    }
    return Optional.empty();
  }

  Path home(Path folder) {
    return MendedLeafCommand.defaultHome(option("--home").map(home -> folder.resolve(home)));
  }
}
