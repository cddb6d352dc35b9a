namespace GentleMole.Store.Model;

public enum InstrumentKind
{
    Transmitter = 0,
    Receiver = 1,
}
