namespace GentleMole.Exchange.Drawings;

/// <summary>The file cannot be read; the message is for the person who sent it.</summary>
public sealed class DrawingException(string sentence) : Exception(sentence);
