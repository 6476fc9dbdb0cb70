package org.mendedleaf.desktop.work;

import javafx.scene.input.KeyCombination;

/**
 * Something that can be done, from anywhere in the window or on the page that is shown, with its
 * key.
 *
 * @param name as it stands in the list of all actions
 */
public record Action(String name, KeyCombination key, Runnable run) {}
