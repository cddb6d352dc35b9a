namespace GentleMole.Web.Api;

internal sealed record NextMeasurementAnswer(string Kind, double ExpectedInformationBits);
