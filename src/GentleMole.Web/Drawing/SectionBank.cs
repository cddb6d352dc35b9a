using System.Globalization;
using GentleMole.Core.Records;
using GentleMole.Store.Model;

namespace GentleMole.Web.Drawing;

/// <summary>A duct bank in section: its envelope at its depth, and beside it the ducts drawn alike in both directions.</summary>
internal sealed record SectionBank(RecordLine Record, DuctBank Bank, double ChainageMetres, double TopMetres);
