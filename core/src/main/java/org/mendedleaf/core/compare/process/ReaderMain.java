package org.mendedleaf.core.compare.process;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.EOFException;
import java.io.FileDescriptor;
import java.io.FileInputStream;
import java.io.FileOutputStream;
import java.io.IOException;
import java.net.URL;
import java.net.URLStreamHandler;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.compare.Comparing;
import org.mendedleaf.core.compare.Comparison;
import org.mendedleaf.core.compare.inside.Author;
import org.mendedleaf.core.compare.inside.Described;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.core.compare.inside.Kind;
import org.mendedleaf.core.compare.inside.Opened;
import org.mendedleaf.core.compare.inside.Sentences;
import org.mendedleaf.core.compare.readers.Authors;
import org.mendedleaf.core.compare.readers.Describing;
import org.mendedleaf.core.compare.readers.Glance;
import org.mendedleaf.core.compare.readers.Kinds;
import org.mendedleaf.core.compare.readers.Opening;
import org.mendedleaf.core.compare.readers.Sample;

/**
 * The child process: reads requests from standard input and answers each on standard output until
 * the input ends. It opens no network connection, whatever a document asks for.
 */
public final class ReaderMain {

  private static final Set<String> LOCAL = Set.of("file", "jar", "jrt");

  private final Kinds kinds = new Kinds();
  private final Authors authors = new Authors();
  private final Glance glance = new Glance();
  private final Describing describing = new Describing(glance, authors);
  private final Opening opening = new Opening(glance, describing);
  private final Comparing summing = new Comparing(glance, false);
  private final Comparing comparing = new Comparing(glance, true);

  private ReaderMain() {}

  public static void main(String[] args) throws IOException {
    URL.setURLStreamHandlerFactory(ReaderMain::refuseNetwork);
    // Some readers print; what they print must not get between the answers.
    System.setOut(System.err);
    DataInputStream in =
        new DataInputStream(new BufferedInputStream(new FileInputStream(FileDescriptor.in)));
    DataOutputStream out =
        new DataOutputStream(new BufferedOutputStream(new FileOutputStream(FileDescriptor.out)));
    ReaderMain reader = new ReaderMain();
    // What every look needs is loaded before time counts.
    var unused = reader.kinds.of("a.txt", new byte[] {'a'});
    out.writeByte(Wire.READY);
    out.flush();
    while (reader.answerNext(in, out)) {
      out.flush();
    }
  }

  private boolean answerNext(DataInputStream in, DataOutputStream out) throws IOException {
    Wire.WireRequest request;
    try {
      request = Wire.read(in, Wire.WireRequest.class);
    } catch (EOFException e) {
      return false;
    }
    List<Sample> samples = new ArrayList<>();
    List<Kind> seen = new ArrayList<>();
    for (Wire.WirePart part : request.parts()) {
      byte[] bytes = new byte[part.length()];
      in.readFully(bytes);
      samples.add(new Sample(part.name(), bytes, part.length() == part.size()));
      seen.add(kinds.of(part.name(), bytes));
    }
    Wire.write(out, new Wire.SeenKinds(seen));
    out.flush();
    Wire.write(out, answer(request, samples, seen));
    return true;
  }

  private Object answer(Wire.WireRequest request, List<Sample> samples, List<Kind> seen)
      throws IOException {
    return switch (request.ask()) {
      case LOOK -> look(seen.get(0), samples.get(0), request.page());
      case AUTHOR -> author(seen.get(0), samples.get(0));
      case COMPARE -> compare(comparing, seen, samples);
      case SUMMARY -> compare(summing, seen, samples).inOneLine();
      case DESCRIBE -> describe(seen.get(0), samples.get(0));
      case OPEN -> open(seen.get(0), samples.get(0));
    };
  }

  private Inside look(Kind kind, Sample sample, int page) throws IOException {
    try {
      return glance.inside(kind, sample, page);
    } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
      return new Inside.Nothing(failed(e));
    }
  }

  private Described describe(Kind kind, Sample sample) {
    try {
      return describing.describe(kind, sample);
    } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
      return Described.unreadable(kind);
    }
  }

  private Opened open(Kind kind, Sample sample) {
    try {
      return opening.open(kind, sample);
    } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
      // A reader that stumbles says more about itself than about the content.
      return Opened.untold(kind);
    }
  }

  private Author author(Kind kind, Sample sample) {
    return sample.complete()
        ? authors.of(kind, sample.bytes()).orElse(Author.UNKNOWN)
        : Author.UNKNOWN;
  }

  private static Comparison compare(Comparing how, List<Kind> seen, List<Sample> samples)
      throws IOException {
    try {
      return how.compare(seen.get(0), samples.get(0), seen.get(1), samples.get(1));
    } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
      return Comparison.ofBytes(seen.get(1), "", failed(e));
    }
  }

  private static String failed(Throwable e) {
    return e instanceof OutOfMemoryError
        ? "It needs more memory than a look may take, so it was left."
        : "It cannot be read as what it is: " + Sentences.reason(e) + ".";
  }

  private static @Nullable URLStreamHandler refuseNetwork(String protocol) {
    if (LOCAL.contains(protocol)) {
      return null;
    }
    throw new SecurityException("no network in the reading process: " + protocol);
  }
}
