package org.mendedleaf.core.likeness;

/**
 * Sketches a text: its words and its pairs of neighbouring words, whatever their case and accents.
 * Pairs tell in which order words stand; single words survive where a figure between them changes.
 * For the use of one thread.
 */
public final class TermSketch {

  private static final long PAIR = 0x632be59bd9b4e019L;

  private final Sketch.Builder sketch = new Sketch.Builder();
  private long before;

  /** Takes a stretch of text; the next one is taken as standing apart. */
  public void add(CharSequence text) {
    before = 0;
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
    sketch.add(word);
    if (before != 0) {
      sketch.add(Mix.spread(before * PAIR + word));
    }
    before = word;
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
