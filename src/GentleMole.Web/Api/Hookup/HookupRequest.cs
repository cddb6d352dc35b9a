using System.Text.Json;

namespace GentleMole.Web.Api;

internal sealed record HookupRequest(
    SoilBody? Soil,
    double? FrequencyHertz,
    List<NetworkLineBody?>? Lines,
    List<BondBody?>? Bonds,
    List<JointBody?>? Joints,
    SourceBody? Source,
    bool? Mutual);
