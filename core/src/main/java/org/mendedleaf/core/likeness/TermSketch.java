package org.mendedleaf.core.likeness;

/**
 * Sketches a text: its words, its pairs of neighbouring words and its runs of six, whatever their
 * case and accents. Single words survive where figures between them change; runs tell one letter
 * from another that is made of the same phrases. For one thread.
 */
public final class TermSketch {

  private static final long PAIR = 0x632be59bd9b4e019L;
  private static final int RUN = 6;

  private final Sketch.Builder sketch = new Sketch.Builder();
  private final long[] before = new long[RUN];
  private int words;

  /** Takes a stretch of text; the next one is taken as standing apart. */
  public void add(CharSequence text) {
    words = 0;
    long word = 0;
    for (int i = 0; i <= text.length(); i++) {
      char c = i < text.length() ? text.charAt(i) : ' ';
      if (Character.isLetterOrDigit(c)) {
        word = (word ^ Folded.of(c)) * 0x100000001b3L + 1;
      } else if (word != 0) {
        end(Mix.spread(word));
        word = 0;
      }
    }
  }

  private void end(long word) {
    before[words % RUN] = word;
    words++;
    sketch.add(word);
    if (words > 1) {
      sketch.add(Mix.spread(before[(words - 2) % RUN] * PAIR + word));
    }
    if (words >= RUN) {
      long run = 0;
      for (int i = 0; i < RUN; i++) {
        run = Mix.spread(run * PAIR + before[(words + i) % RUN]);
      }
      sketch.add(run);
    }
  }

  public Sketch sketch() {
    return sketch.build();
  }

  /** Sketches one text. */
  public static Sketch of(CharSequence text) {
    TermSketch sketch = new TermSketch();
    sketch.add(text);
    return sketch.sketch();
  }
}
