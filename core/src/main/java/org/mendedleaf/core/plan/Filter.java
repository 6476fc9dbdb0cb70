package org.mendedleaf.core.plan;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Locale;
import java.util.Set;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LeftOut;

/** The files to which a rule is limited. */
public sealed interface Filter {

  /** Tells whether a revision of a file passes. */
  boolean passes(Lineage file, Lineage.KeptRevision revision, ZoneId zone);

  /**
   * The file's name or path matches.
   *
   * @param rule a pattern as those of what is left out
   */
  record Matching(LeftOut.Rule rule) implements Filter {
    @Override
    public boolean passes(Lineage file, Lineage.KeptRevision revision, ZoneId zone) {
      return rule.matches(file.path());
    }
  }

  /** The file is of a kind, by the ending of its name. */
  record OfKind(FileKind kind) implements Filter {
    @Override
    public boolean passes(Lineage file, Lineage.KeptRevision revision, ZoneId zone) {
      return kind.has(file.path());
    }
  }

  /**
   * The revision is of some size.
   *
   * @param larger whether it must be larger, or else smaller
   */
  record Size(boolean larger, long bytes) implements Filter {
    @Override
    public boolean passes(Lineage file, Lineage.KeptRevision revision, ZoneId zone) {
      return larger ? revision.bytes() > bytes : revision.bytes() < bytes;
    }
  }

  /** The file's newest revision became current before a day began. */
  record NotChangedSince(LocalDate day) implements Filter {
    @Override
    public boolean passes(Lineage file, Lineage.KeptRevision revision, ZoneId zone) {
      return file.newest().from().isBefore(day.atStartOfDay(zone).toInstant());
    }
  }

  /** Kinds of files. */
  enum FileKind {
    PICTURES,
    DOCUMENTS,
    TABLES,
    TEXT;

    boolean has(InnerPath path) {
      String name = path.name();
      return endings().contains(name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT));
    }

    private Set<String> endings() {
      return switch (this) {
        case PICTURES -> Set.of("png", "jpg", "jpeg", "gif", "bmp", "svg", "tif", "tiff", "webp");
        case DOCUMENTS -> Set.of("docx", "doc", "odt", "pdf", "rtf");
        case TABLES -> Set.of("csv", "tsv", "xlsx", "xls", "ods");
        case TEXT -> Set.of("txt", "md", "html", "htm", "xml", "json", "log");
      };
    }
  }
}
