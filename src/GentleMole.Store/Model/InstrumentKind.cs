namespace GentleMole.Store.Model;

public enum InstrumentKind
{
    Transmitter,
    Receiver,
}
